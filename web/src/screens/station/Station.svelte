<script lang="ts">
  import StationRoom from './StationRoom.svelte';

  let { params }: { params: { id: string; station?: string } } = $props();
</script>

<!-- Another station is another desk, also where only the address has changed. -->
{#key `${params.id}/${params.station ?? ''}`}<StationRoom {params} />{/key}
