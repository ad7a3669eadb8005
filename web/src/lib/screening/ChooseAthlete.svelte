<script lang="ts">
  import { m } from '../paraglide/messages';
  import type { Choice } from './choice.svelte';

  interface Props {
    choice: Choice;
    /** What it is called when no screening is chosen. */
    none: string;
    entered: () => void;
    chosen: () => void;
  }
  let { choice, none, entered, chosen }: Props = $props();
</script>

<label class="grid gap-1 text-sm font-bold"
  >{m.send_screening()}
  <select class="select w-full" bind:value={choice.screening} onchange={entered}>
    <option value="">{none}</option>
    {#each choice.screenings as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
  </select>
</label>
{#if choice.athletes.length}
  <label class="grid gap-1 text-sm font-bold"
    >{m.send_athlete()}
    <select class="select w-full" bind:value={choice.athlete} onchange={chosen}>
      <option value="">{m.send_choose()}</option>
      {#each choice.athletes as a (a.id)}<option value={a.id}>{a.shortName}</option>{/each}
    </select>
  </label>
{/if}
