<script lang="ts">
  import { m } from '../paraglide/messages';

  interface Props {
    label: string;
    unit: string;
    min: number;
    max: number;
    step: number;
    value: number;
    /** Said behind the value, such as what it is at the wall. */
    hint?: string;
  }
  let { label, unit, min, max, step, value = $bindable(), hint = '' }: Props = $props();
  const id = $props.id();
  const far = $derived(value < min || value > max);
</script>

<div class="grid min-w-0 content-end gap-0.5">
  <div class="flex flex-wrap items-baseline justify-between gap-x-2 text-sm">
    <label for={id} class="font-bold">{label}</label>
    <span class="flex items-baseline gap-1 whitespace-nowrap">
      {#if hint}<span class="quiet">{hint}</span>{/if}
      <input
        class="number"
        type="number"
        aria-label={m.slider_number({ label })}
        {min}
        {max}
        {step}
        bind:value
        aria-invalid={far}
      />{unit}
    </span>
  </div>
  <input {id} class="line w-full" type="range" {min} {max} {step} bind:value />
</div>

<style>
  .number {
    width: 3.6rem;
    text-align: right;
    font-weight: 700;
    font-variant-numeric: tabular-nums;
    background: transparent;
    border-bottom: 1px solid var(--color-base-300);
  }
  .line {
    height: 1.9rem;
    accent-color: var(--color-primary);
    cursor: pointer;
  }
</style>
