<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import type { Side } from '../../lib/motion/clip';
  import type { Bench } from './bench.svelte';
  import Slider from '../../lib/motion/Slider.svelte';

  let { bench }: { bench: Bench } = $props();

  type Asked = Schemas['MeasuringControllerSimulation'];
  const exercises: [Asked['exercise'], () => string][] = [
    ['SQUAT', m.sim_squat],
    ['SPLIT_SQUAT', m.sim_split],
    ['FORWARD_LUNGE', m.sim_forward],
    ['REVERSE_LUNGE', m.sim_reverse],
    ['SINGLE_LEG_STANCE', m.sim_stance],
  ];
  const patterns = {
    SQUAT: 'SQUAT',
    SPLIT_SQUAT: 'LUNGE',
    FORWARD_LUNGE: 'LUNGE',
    REVERSE_LUNGE: 'LUNGE',
    SINGLE_LEG_STANCE: 'BALANCE',
  } as const;
  const arms: [Asked['arms'], () => string][] = [
    ['OVERHEAD', m.arms_overhead],
    ['FORWARD', m.arms_forward],
    ['HANGING', m.arms_hanging],
  ];
  const planes: [Asked['plane'], () => string][] = [
    ['FRONT', m.meas_front],
    ['SIDE', m.meas_side],
    ['SPACE', m.meas_space],
  ];

  let exercise = $state<Asked['exercise']>('SQUAT');
  let plane = $state<Asked['plane']>('SIDE');
  let arm = $state<Asked['arms']>('FORWARD');
  let working = $state<Side>('LEFT');
  let numbers = $state({
    stature: 172,
    ankle: 38,
    depth: 0,
    repetitions: 5,
    kneeLeft: 0,
    kneeRight: 0,
    heelLeft: 0,
    heelRight: 0,
    drift: 0,
    drop: 0,
    tuck: 0,
    trunk: 0,
    hipsFirst: 0,
    wobble: 0,
    turnOut: 0,
    noise: 0.4,
  });
  type Line = [keyof typeof numbers, () => string, string, number, number, number];
  const body: Line[] = [
    ['stature', m.sim_stature, 'cm', 120, 210, 1],
    ['ankle', m.sim_ankle, '°', 10, 50, 1],
    ['depth', m.sim_depth, '°', -25, 50, 1],
    ['repetitions', m.sim_repetitions, '', 1, 10, 1],
  ];
  const faults: Line[] = [
    ['kneeLeft', m.sim_knee_left, '%', -20, 60, 1],
    ['kneeRight', m.sim_knee_right, '%', -20, 60, 1],
    ['heelLeft', m.sim_heel_left, 'cm', 0, 5, 0.1],
    ['heelRight', m.sim_heel_right, 'cm', 0, 5, 0.1],
    ['drift', m.sim_drift, '%', -25, 25, 1],
    ['drop', m.sim_drop, '°', -10, 10, 0.5],
    ['trunk', m.sim_trunk, '°', 0, 30, 1],
    ['tuck', m.sim_tuck, '°', 0, 25, 1],
    ['hipsFirst', m.sim_hips_first, '°', 0, 30, 1],
    ['wobble', m.sim_wobble, '%', 0, 20, 1],
    ['turnOut', m.sim_turn_out, '°', 0, 35, 1],
    ['noise', m.sim_noise, 'cm', 0, 2, 0.1],
  ];
  let early = $state(false);
  let error = $state.raw<unknown>(null);
  let seed = 1;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  let run = 0;

  async function film() {
    const mine = ++run;
    const n = $state.snapshot(numbers);
    const knee = (percent: number) => ({ descent: 0, bottom: percent, ascent: 0 });
    try {
      const filmed = await ask(
        api.POST('/api/measuring/simulation', {
          body: {
            exercise,
            stature: n.stature,
            ankle: n.ankle,
            arms: arm,
            working,
            repetitions: n.repetitions,
            tempo: { standing: 1.2, descent: 1.6, pause: 0.7, ascent: 1.2 },
            depth: n.depth,
            turnOut: n.turnOut,
            faults: {
              kneeIn: { left: knee(n.kneeLeft), right: knee(n.kneeRight) },
              heelRise: { left: n.heelLeft, right: n.heelRight },
              drift: n.drift,
              obliquity: n.drop,
              tuck: n.tuck,
              tuckOnset: n.depth + 15,
              trunk: n.trunk,
              hipsFirst: n.hipsFirst,
              wobble: n.wobble,
              armsFall: 0,
              turnsOut: 0,
            },
            plane,
            rate: 60,
            noise: n.noise,
            near: working,
            seed: seed++,
          },
        }),
      );
      if (mine !== run) return;
      early = filmed.endsEarly;
      error = null;
      bench.about = given({
        ...bench.about,
        stature: n.stature,
        pattern: patterns[exercise],
        working: exercise === 'SQUAT' ? undefined : working,
        near: undefined,
      });
      await bench.lay(filmed.clip, 'SIMULATED');
    } catch (e) {
      if (mine === run) error = e;
    }
  }

  $effect(() => {
    void [exercise, plane, arm, working, Object.values(numbers)];
    clearTimeout(waiting);
    waiting = setTimeout(() => void film(), 180);
    return () => clearTimeout(waiting);
  });
</script>

<div class="grid gap-3" data-testid="simulation">
  <p class="quiet text-sm">{m.sim_lead()}</p>
  <div class="grid grid-cols-2 gap-3">
    <label class="grid gap-1 text-sm font-bold"
      >{m.sim_does()}
      <select class="select" bind:value={exercise}>
        {#each exercises as [value, word] (value)}<option {value}>{word()}</option>{/each}
      </select>
    </label>
    <label class="grid gap-1 text-sm font-bold"
      >{m.meas_seen_from()}
      <select class="select" bind:value={plane}>
        {#each planes as [value, word] (value)}<option {value}>{word()}</option>{/each}
      </select>
    </label>
    {#if exercise === 'SQUAT'}
      <label class="grid gap-1 text-sm font-bold"
        >{m.sim_arms()}
        <select class="select" bind:value={arm}>
          {#each arms as [value, word] (value)}<option {value}>{word()}</option>{/each}
        </select>
      </label>
    {:else}
      <label class="grid gap-1 text-sm font-bold"
        >{m.meas_working()}
        <select class="select" bind:value={working}>
          <option value="LEFT">{sideWord.LEFT()}</option>
          <option value="RIGHT">{sideWord.RIGHT()}</option>
        </select>
      </label>
    {/if}
    {#each body as [name, label, unit, min, max, step] (name)}
      <Slider label={label()} {unit} {min} {max} {step} bind:value={numbers[name]} />
    {/each}
  </div>
  {#if early}<p class="border-l-4 border-warning pl-3 text-sm" role="status">
      {m.sim_ends_early()}
    </p>{/if}
  <h3 class="font-bold">{m.sim_faults()}</h3>
  <div class="grid grid-cols-2 gap-3">
    {#each faults as [name, label, unit, min, max, step] (name)}
      <Slider label={label()} {unit} {min} {max} {step} bind:value={numbers[name]} />
    {/each}
  </div>
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
</div>
