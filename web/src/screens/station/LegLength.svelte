<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import type { Side } from '../../lib/words/judgement';
  import type { Desk } from './desk.svelte';

  let { desk, side }: { desk: Desk; side: Side } = $props();

  /** Centimetres, as the product takes them. */
  const LEAST = 30;
  const MOST = 140;
</script>

<label class="flex items-center justify-between gap-3 py-1">
  <span>{m.leg_length()}</span>
  <span class="flex items-center gap-1"
    ><input
      class="input h-12 w-24 text-right"
      inputmode="decimal"
      type="number"
      min={LEAST}
      max={MOST}
      step="0.5"
      value={desk.leg(side) ?? ''}
      onchange={(e) => {
        const cm = e.currentTarget.valueAsNumber;
        if (cm >= LEAST && cm <= MOST) desk.measureLeg(side, cm);
      }}
    />cm</span
  >
</label>
