<script lang="ts">
  import type { Names } from '../api/catalogue';
  import { aidsOf, doseOf, kitOf, partWord, sidesOf, type Work } from '../words/training';

  /** One part of a session for one athlete: exercise, dose, sides, aid and kit. */
  let { work, week, names }: { work: Work; week: number; names: Names } = $props();
  const dose = $derived(work.byWeek[week] ?? work.byWeek.at(-1));
  const aids = $derived(aidsOf(work, names));
  /** Kit that the name of an aid says already is not said twice. */
  const kit = $derived(kitOf(work, names).filter((k) => !aids.some((aid) => aid.startsWith(k))));
  const more = $derived([...sidesOf(work, names), ...aids, ...kit]);
</script>

<div class="grid grid-cols-[1fr_auto] gap-x-3">
  <span
    ><span class="quiet text-sm">{partWord[work.part]()}</span><br /><a
      class="inline-flex min-h-7 items-center font-bold underline-offset-4 hover:underline"
      href="#/exercise/{work.exercise}">{names.rung(work.exercise)}</a
    ></span
  >
  <strong class="self-end text-right tabular-nums"
    >{dose ? doseOf(dose, names.exercise(work.exercise)) : ''}</strong
  >
  {#if more.length}<span class="col-span-2 text-sm">{more.join(' · ')}</span>{/if}
</div>
