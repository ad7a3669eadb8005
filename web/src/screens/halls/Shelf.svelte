<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { decimal, integer } from '../../lib/words/words';

  /** Pieces of one kind of kit, drawn to scale beside each other. */
  let { pieces }: { pieces: Schemas['InventoryPiece'][] } = $props();

  const SCALE = 1.4;
  const LOWEST = 6;
  const tallest = $derived(Math.max(...pieces.map((p) => p.centimetres ?? 0), 10));
  const height = (piece: Schemas['InventoryPiece']) =>
    Math.max(LOWEST, (piece.centimetres ?? 12) * SCALE);
  const drawn = $derived(
    pieces.toSorted((a, b) => (a.centimetres ?? Infinity) - (b.centimetres ?? Infinity)),
  );
  const label = (value: number) => (Number.isInteger(value) ? integer(value) : decimal(value));
</script>

<div
  class="flex flex-wrap items-end gap-3"
  style:min-height="{Math.min(tallest, 60) * SCALE + 22}px"
  aria-hidden="true"
>
  {#each drawn as piece, p (p)}
    <span class="text-center text-sm leading-tight">
      <span
        class={[
          'block border-2 border-base-content',
          piece.centimetres === undefined && 'border-dashed',
        ]}
        style:height="{Math.min(height(piece), 60 * SCALE)}px"
        style:width="44px"
      ></span>
      {piece.centimetres !== undefined
        ? label(piece.centimetres)
        : piece.kilograms !== undefined
          ? `${label(piece.kilograms)} kg`
          : ' '} × {piece.count}
    </span>
  {/each}
</div>
