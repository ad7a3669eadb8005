<script lang="ts">
  import { given } from '../../lib/given';
  import type { Side } from '../../lib/motion/clip';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import type { About, Bench } from './bench.svelte';

  let { bench }: { bench: Bench } = $props();

  const pattern = $derived(bench.about.pattern ?? 'SQUAT');

  function say(next: About['pattern'], working: Side | undefined) {
    bench.about = given({
      ...bench.about,
      pattern: next,
      working: next === 'SQUAT' ? undefined : (working ?? 'LEFT'),
    });
    void bench.measure();
  }
</script>

<div class="grid grid-cols-2 gap-3">
  <label class="grid gap-1 text-sm font-bold"
    >{m.sim_does()}
    <select
      class="select"
      value={pattern}
      onchange={(e) => say(e.currentTarget.value as About['pattern'], bench.about.working)}
    >
      <option value="SQUAT">{m.pattern_squat()}</option>
      <option value="LUNGE">{m.pattern_lunge()}</option>
      <option value="BALANCE">{m.pattern_balance()}</option>
    </select>
  </label>
  {#if pattern !== 'SQUAT'}
    <label class="grid gap-1 text-sm font-bold"
      >{m.meas_working()}
      <select
        class="select"
        value={bench.about.working ?? 'LEFT'}
        onchange={(e) => say(pattern, e.currentTarget.value as Side)}
      >
        <option value="LEFT">{sideWord.LEFT()}</option>
        <option value="RIGHT">{sideWord.RIGHT()}</option>
      </select>
    </label>
  {/if}
</div>
