<script lang="ts">
  import SessionRoom from './SessionRoom.svelte';

  let { params }: { params: { block: string; session: string; group?: string } } = $props();
</script>

<!-- Another session is another desk, also where only the address has changed. -->
{#key `${params.block}/${params.session}`}<SessionRoom {params} />{/key}
