<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { originOf } from '../../lib/words/origin';

  interface Props {
    label: string;
    threshold: Schemas['Threshold'];
    editing: boolean;
    changed: () => void;
    /** Only the number, its unit and label; the name stands elsewhere. */
    bare?: boolean;
  }
  let { label, threshold = $bindable(), editing, changed, bare = false }: Props = $props();

  /** A number that somebody has changed here is the house's own from then on. */
  function set(value: number) {
    if (Number.isNaN(value) || value === threshold.value) return;
    threshold.value = value;
    threshold.label = 'HC';
    delete threshold.source;
    changed();
  }
</script>

<span
  class={[editing || bare ? 'inline-flex items-center gap-1' : 'block']}
  title={originOf(threshold)}
>
  {#if !bare}<span class="quiet">{label}</span>{/if}
  {#if editing}
    <input
      class="input h-9 w-20 text-right"
      type="number"
      step="any"
      aria-label={label}
      value={threshold.value}
      onchange={(e) => set(e.currentTarget.valueAsNumber)}
    />
  {:else}<span class="tabular-nums">{threshold.value}</span>{/if}
  <span class="quiet text-sm">{threshold.unit === 'weight' ? '' : threshold.unit}</span>
  {#if !bare}<span class="quiet text-sm">({originOf(threshold)})</span>{/if}
</span>
