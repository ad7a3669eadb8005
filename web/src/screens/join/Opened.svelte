<script lang="ts">
  import { onMount } from 'svelte';
  import { replace } from 'svelte-spa-router';
  import { session } from '../../lib/session.svelte';

  // A pass opens one station and nothing else, so every other address leads there.
  onMount(() => {
    const at = session.opened;
    if (at) void replace(`/screening/${at.screening}/station/${at.station}`);
  });
</script>
