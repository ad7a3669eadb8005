<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import Slider from '../../lib/motion/Slider.svelte';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Page from '../../lib/shell/Page.svelte';
  import ChooseAthlete from '../../lib/screening/ChooseAthlete.svelte';
  import { Choice } from '../../lib/screening/choice.svelte';
  import { sideWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { decimal } from '../../lib/words/words';
  import BodyFigure from './BodyFigure.svelte';

  type Asked = Schemas['BodyModelControllerBodyAsked'];
  type Said = Schemas['BodyModelControllerBodySaid'];
  type Start = Schemas['BodyModelControllerBodyStart'];
  type Lengths = { shank: number; thigh: number; trunk: number };
  const SEGMENTS = ['shank', 'thigh', 'trunk'] as const;
  /** The hip limit that is taken where nobody has measured one, in degrees. */
  const AVERAGE_HIP = 130;

  const query = new URLSearchParams(router.querystring ?? '');
  const choice = new Choice(query.get('screening') ?? '', query.get('athlete') ?? '');
  let start = $state.raw<Start | null>(null);

  let stature = $state(175);
  /** Percent by which a segment is longer than usual for the stature. */
  let longer = $state<Lengths>({ shank: 0, thigh: 0, trunk: 0 });
  let ankle = $state({ left: 35, right: 35 });
  let hip = $state(AVERAGE_HIP);
  let arms = $state<Asked['arms']>('FORWARD');
  let place = $state<Asked['place']>('NONE');
  let load = $state(50);
  let plate = $state(0);
  let target = $state(0);
  let said = $state.raw<Said | null>(null);
  /** A setting that was kept to compare with. */
  let other = $state.raw<{
    said: Said;
    arms: Asked['arms'];
    place: Asked['place'];
    plate: number;
  } | null>(null);
  let error = $state.raw<unknown>(null);
  let kept = $state(false);
  let run = 0;

  /** Usual lengths as shares of stature, to read and set the measured ones in centimetres (as the server's build has them). */
  const usual = $derived(said && shareOf(said, longer));
  function shareOf(s: Said, by: Lengths) {
    return {
      shank: (100 * s.build.shank) / (1 + by.shank / 100),
      thigh: (100 * s.build.thigh) / (1 + by.thigh / 100),
      trunk: (100 * s.build.trunk) / (1 + by.trunk / 100),
    };
  }
  const centimetres = (segment: keyof Lengths) =>
    usual ? usual[segment] * (1 + longer[segment] / 100) : undefined;

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      error = null;
    } catch (e) {
      error = e;
    }
  }

  async function answer() {
    const mine = ++run;
    const measured = (segment: keyof Lengths) => (longer[segment] ? lengthOf(segment) : undefined);
    const now = await ask(
      api.POST('/api/body-model', {
        body: given({
          stature,
          shank: measured('shank'),
          thigh: measured('thigh'),
          trunk: measured('trunk'),
          ankle: $state.snapshot(ankle),
          hip,
          arms: place === 'IN_FRONT' ? 'FORWARD' : arms,
          place,
          load,
          plate,
          target,
        }),
      }),
    );
    if (mine === run) said = now;
  }

  /** Segment shares of stature come with the first answer; a measured length is a share more or less. */
  let shares: Lengths | null = null;
  function lengthOf(segment: keyof Lengths): number | undefined {
    return shares ? shares[segment] * stature * (1 + longer[segment] / 100) : undefined;
  }

  $effect(() => {
    void [
      stature,
      Object.values(longer),
      Object.values(ankle),
      hip,
      arms,
      place,
      load,
      plate,
      target,
    ];
    const waiting = setTimeout(
      () =>
        void attempt(async () => {
          if (!shares) {
            const plain = await ask(
              api.POST('/api/body-model', {
                body: {
                  stature: 100,
                  ankle: { left: 35, right: 35 },
                  hip: AVERAGE_HIP,
                  arms: 'FORWARD',
                  place: 'NONE',
                  load: 0,
                  plate: 0,
                  target: 0,
                },
              }),
            );
            shares = {
              shank: plain.build.shank,
              thigh: plain.build.thigh,
              trunk: plain.build.trunk,
            };
            if (start) fill(start);
          }
          await answer();
        }),
      60,
    );
    return () => clearTimeout(waiting);
  });

  void attempt(async () => {
    await choice.load();
    await take();
  });

  async function enter() {
    choice.athlete = '';
    start = null;
    await choice.enter();
  }

  /** Puts the sliders where the athlete's values are. */
  async function take() {
    kept = false;
    start = null;
    const { view, athlete } = choice;
    if (!view || !athlete) return;
    start = await ask(
      api.GET('/api/screenings/{id}/results/{athlete}/body', {
        params: { path: { id: view.id, athlete } },
      }),
    );
    fill(start);
  }

  const clamp = (value: number, least: number, most: number) =>
    Math.min(most, Math.max(least, value));

  function fill(s: Start) {
    if (s.stature) stature = s.stature;
    if (s.ankle.left !== undefined) ankle.left = Math.round(clamp(s.ankle.left, 0, 60));
    if (s.ankle.right !== undefined) ankle.right = Math.round(clamp(s.ankle.right, 0, 60));
    if (s.hip !== undefined) hip = s.hip;
    target = s.target;
    const by = (length: number | undefined, segment: keyof Lengths) =>
      length && shares ? Math.round(1000 * (length / (shares[segment] * stature) - 1)) / 10 : 0;
    longer = {
      shank: by(s.shank, 'shank'),
      thigh: by(s.thigh, 'thigh'),
      trunk: by(s.trunk, 'trunk'),
    };
  }

  /** What was measured on the athlete: what was moved here, or had been measured before. Average lengths are no measurement. */
  const isMeasured = (segment: keyof Lengths) =>
    longer[segment] !== 0 || start?.[segment] !== undefined;
  const hipMeasured = $derived(hip !== AVERAGE_HIP || start?.hip !== undefined);
  const anyMeasured = $derived(hipMeasured || SEGMENTS.some((segment) => isMeasured(segment)));

  function keep() {
    const { view, athlete } = choice;
    if (!view || !athlete || !anyMeasured) return;
    const one = (segment: keyof Lengths) => Math.round(10 * (lengthOf(segment) ?? 0)) / 10;
    outbox.put(
      view.id,
      [
        {
          id: crypto.randomUUID(),
          athlete,
          at: new Date().toISOString(),
          fact: {
            kind: 'bodyMeasured',
            ...(isMeasured('shank') && { shank: one('shank') }),
            ...(isMeasured('thigh') && { thigh: one('thigh') }),
            ...(isMeasured('trunk') && { trunk: one('trunk') }),
            ...(hipMeasured && { hip }),
          },
        },
      ],
      { protocol: view.protocol, version: view.protocolVersion },
    );
    kept = true;
  }

  const limitWord: Record<Schemas['BodyModelAnswer']['limit'], () => string> = {
    NONE: m.body_limit_none,
    ANKLE: m.body_limit_ankle,
    HIP: m.body_limit_hip,
    BALANCE: m.body_limit_balance,
  };
  const changeWord: Record<string, () => string> = {
    ANKLE_FIVE_DEGREES: m.body_change_ankle,
    HIP_TEN_DEGREES: m.body_change_hip,
    PLATE_TWO_CENTIMETRES: m.body_change_plate,
    ARMS_FORWARD: m.body_change_arms,
    WEIGHT_IN_FRONT: m.body_change_weight,
  };
  const places: [Asked['place'], () => string][] = [
    ['NONE', m.body_load_none],
    ['IN_FRONT', m.body_load_in_front],
    ['GOBLET', m.body_load_goblet],
    ['FRONT', m.body_load_front],
    ['BACK_HIGH', m.body_load_back_high],
    ['BACK_LOW', m.body_load_back_low],
  ];
  const answerOf = (s: Said) => (s.decides === 'LEFT' ? s.answers.left : s.answers.right);
  const mine = $derived(said && answerOf(said));
  const wall = (degrees: number) =>
    start ? m.body_at_wall({ cm: decimal(degrees / start.perCentimetre.value) }) : '';
  const depthWords = (thigh: number) =>
    thigh > 0.5
      ? m.body_above({ degrees: decimal(thigh) })
      : thigh < -0.5
        ? m.body_below({ degrees: decimal(-thigh) })
        : m.body_parallel();
</script>

<Page title={m.body_title()} wide>
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
    <div class="min-w-0">
      {#if said}
        <div class={['grid gap-4', other && 'sm:grid-cols-2']}>
          <BodyFigure
            {said}
            {arms}
            {place}
            {plate}
            title={other && mine ? `${m.body_now()}: ${depthWords(mine.deepest.thigh)}` : ''}
          />
          {#if other}<BodyFigure
              {...other}
              title={`${m.body_before()}: ${depthWords(answerOf(other.said).deepest.thigh)}`}
            />{/if}
        </div>
        {#if mine}
          <section class="floor-line mt-4 pt-3" data-testid="answer">
            <p class="sign text-3xl">{depthWords(mine.deepest.thigh)}</p>
            <p class="mt-1">
              {limitWord[mine.limit]()}
              {#if said.answers.left.deepest.thigh !== said.answers.right.deepest.thigh}
                {m.body_stiffer({ side: sideWord[said.decides]() })}
              {/if}
            </p>
            <dl class="mt-3 grid grid-cols-2 gap-x-6 gap-y-2 sm:grid-cols-4">
              <div>
                <dt>{m.measure_trunk_lean()}</dt>
                <dd>{decimal(mine.deepest.trunk)}°</dd>
              </div>
              <div>
                <dt>{m.measure_shin_angle()}</dt>
                <dd>{decimal(mine.deepest.shin)}°</dd>
              </div>
              <div>
                <dt>{m.measure_hip_flexion()}</dt>
                <dd>{decimal(mine.deepest.hipFlexion)}°</dd>
              </div>
              <div>
                <dt>{m.body_smallest_plate()}</dt>
                <dd>
                  {mine.plate === undefined
                    ? m.body_no_plate()
                    : mine.plate === 0
                      ? m.body_plate_none()
                      : `${decimal(100 * mine.plate)} cm`}
                </dd>
              </div>
            </dl>
            {#if mine.atTarget}<p class="mt-2">
                {m.body_at_target({ degrees: decimal(mine.atTarget.trunk) })}
              </p>{/if}
          </section>
          <section class="floor-line mt-4 pt-3">
            <h2>{m.body_changes()}</h2>
            <table class="mt-1 w-full text-left">
              <thead
                ><tr
                  ><th scope="col">{m.body_one_change()}</th><th scope="col">{m.body_then()}</th
                  ></tr
                ></thead
              >
              <tbody>
                {#each Object.entries(mine.changes) as [change, thigh] (change)}
                  <tr>
                    <th scope="row" class="font-normal">{changeWord[change]?.()}</th>
                    <td
                      >{depthWords(thigh)}{Math.abs(thigh - mine.deepest.thigh) < 0.1
                        ? ` (${m.body_same()})`
                        : ''}</td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
          </section>
        {/if}
      {/if}
      {#if error}<p class="border-l-4 border-error pl-3" role="alert">{trouble(error)}</p>{/if}
    </div>
    <div class="grid content-start gap-4">
      <p class="quiet text-sm">{m.body_lead()}</p>
      <div class="grid grid-cols-2 gap-3">
        <ChooseAthlete
          {choice}
          none={m.body_nobody()}
          entered={() => attempt(enter)}
          chosen={() => attempt(take)}
        />
      </div>
      <div class="grid grid-cols-2 gap-x-4 gap-y-3">
        <Slider
          label={m.sim_stature()}
          unit="cm"
          min={120}
          max={210}
          step={1}
          bind:value={stature}
        />
        <Slider label={m.body_target()} unit="°" min={-30} max={40} step={1} bind:value={target} />
        <Slider
          label={m.body_ankle_left()}
          unit="°"
          min={0}
          max={60}
          step={1}
          bind:value={ankle.left}
          hint={wall(ankle.left)}
        />
        <Slider
          label={m.body_ankle_right()}
          unit="°"
          min={0}
          max={60}
          step={1}
          bind:value={ankle.right}
          hint={wall(ankle.right)}
        />
        <Slider
          label={m.body_thigh()}
          unit="%"
          min={-15}
          max={15}
          step={0.5}
          bind:value={longer.thigh}
          hint={centimetres('thigh') ? `${decimal(centimetres('thigh')!)} cm` : ''}
        />
        <Slider
          label={m.body_shank()}
          unit="%"
          min={-15}
          max={15}
          step={0.5}
          bind:value={longer.shank}
          hint={centimetres('shank') ? `${decimal(centimetres('shank')!)} cm` : ''}
        />
        <Slider
          label={m.body_trunk()}
          unit="%"
          min={-15}
          max={15}
          step={0.5}
          bind:value={longer.trunk}
          hint={centimetres('trunk') ? `${decimal(centimetres('trunk')!)} cm` : ''}
        />
        <Slider label={m.body_hip()} unit="°" min={60} max={160} step={1} bind:value={hip} />
        <label class="grid content-start gap-1 text-sm font-bold"
          >{m.sim_arms()}
          <select class="select w-full" bind:value={arms} disabled={place === 'IN_FRONT'}>
            <option value="OVERHEAD">{m.arms_overhead()}</option>
            <option value="FORWARD">{m.arms_forward()}</option>
            <option value="HANGING">{m.arms_hanging()}</option>
          </select>
        </label>
        <Slider label={m.body_plate()} unit="cm" min={0} max={10} step={0.5} bind:value={plate} />
        <label class="grid content-start gap-1 text-sm font-bold"
          >{m.body_load()}
          <select class="select w-full" bind:value={place}>
            {#each places as [value, word] (value)}<option {value}>{word()}</option>{/each}
          </select>
        </label>
        {#if place !== 'NONE'}
          <Slider
            label={m.body_load_share()}
            unit="%"
            min={0}
            max={200}
            step={5}
            bind:value={load}
          />
        {/if}
      </div>
      <div class="flex flex-wrap gap-3">
        <button
          class="btn-soft-line btn"
          disabled={!said}
          onclick={() => (other = other || !said ? null : { said, arms, place, plate })}
          >{other ? m.body_end_compare() : m.body_compare()}</button
        >
        {#if choice.athlete}
          <button class="btn btn-primary" onclick={keep} disabled={!anyMeasured}
            >{m.body_keep()}</button
          >
        {/if}
      </div>
      {#if kept}
        <p role="status">
          {m.body_kept()}
          <a class="underline" href="#/screening/{choice.screening}/athlete/{choice.athlete}"
            >{m.send_see()}</a
          >
        </p>
      {/if}
      <p class="quiet text-sm">{m.body_source()}</p>
    </div>
  </div>
</Page>

<style>
  dt {
    font-size: 0.85rem;
  }
  dd {
    font: 600 1.5rem var(--font-sign);
  }
</style>
