<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { protocolOf } from '../../lib/api/catalogue';
  import { given } from '../../lib/given';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { say, trouble } from '../../lib/words/words';
  import type { Side } from '../../lib/motion/clip';

  interface Props {
    about: Schemas['MeasuringControllerAbout'];
    /** What the test takes of what was measured. */
    facts: Schemas['FactMeasured'][];
    /** Asked to be measured again under the chosen protocol, test and leg. */
    changed: () => void;
    screening?: string;
    athlete?: string;
    /** Tests that can take anything of it. */
    suits: (test: Schemas['TestDefinition']) => boolean;
  }
  let {
    about = $bindable(),
    facts,
    changed,
    screening = '',
    athlete = '',
    suits,
  }: Props = $props();

  type Athlete = Schemas['StationQueued'];
  let screenings = $state.raw<Schemas['ScreeningsScreeningView'][]>([]);
  let athletes = $state.raw<Athlete[]>([]);
  let protocol = $state.raw<Schemas['Protocol'] | null>(null);
  // svelte-ignore state_referenced_locally
  let into = $state(screening);
  // svelte-ignore state_referenced_locally
  let who = $state(athlete);
  let standing = $state.raw<{ trial: string; opened: Date } | null>(null);
  let join = $state(true);
  let sent = $state(0);
  let error = $state.raw<unknown>(null);

  const tests = $derived(protocol?.tests.filter(suits) ?? []);
  const test = $derived(tests.find((t) => t.id === about.test));
  const legs = $derived(test?.legs === 'EACH');
  const chosen = $derived(screenings.find((s) => s.id === into));
  const repetitions = $derived(new Set(facts.map((f) => f.repetition)).size);

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      error = null;
    } catch (e) {
      error = e;
    }
  }

  void attempt(async () => {
    const today = await ask(api.GET('/api/today'));
    screenings = today.screenings.map((d) => d.screening);
    if (into) await enter();
  });

  async function enter() {
    sent = 0;
    protocol = null;
    athletes = [];
    about = given({ ...about, screening: into || undefined, test: undefined });
    const view = screenings.find((s) => s.id === into);
    if (!view) return changed();
    const station = await ask(
      api.GET('/api/screenings/{id}/station', { params: { path: { id: into } } }),
    );
    athletes = station.queue;
    protocol = await protocolOf(view);
    about = given({ ...about, test: protocol.tests.find(suits)?.id });
    changed();
    await look();
  }

  /** The athlete's trial of this test that stands already; the numbers may join it. */
  async function look() {
    sent = 0;
    standing = null;
    if (!who || !into || !about.test) return;
    const kept = await ask(
      api.GET('/api/screenings/{id}/facts', {
        params: { path: { id: into }, query: { athlete: who } },
      }),
    );
    const undone = new Set(kept.flatMap((k) => (k.supersedes ? [k.supersedes] : [])));
    for (const k of kept) {
      if (
        k.fact.kind === 'trialOpened' &&
        k.fact.test === about.test &&
        !k.fact.retest &&
        !undone.has(k.id)
      )
        standing = { trial: k.fact.trial, opened: new Date(k.at) };
    }
  }

  function send() {
    if (!chosen || !who || !test || !facts.length) return;
    const trial = standing && join ? standing.trial : facts[0]!.trial;
    const at = new Date().toISOString();
    const all: Schemas['Fact'][] = facts.map((f) => ({ ...f, trial }));
    if (!(standing && join))
      all.unshift({ kind: 'trialOpened', trial, test: test.id, conditions: test.standard });
    outbox.put(
      chosen.id,
      all.map((fact) => ({ id: crypto.randomUUID(), athlete: who, at, fact })),
      { protocol: chosen.protocol, version: chosen.protocolVersion },
    );
    sent = facts.length;
  }
</script>

<section class="floor-line pt-3" data-testid="send">
  <h2>{m.send_title()}</h2>
  <div class="mt-2 grid grid-cols-2 gap-3">
    <label class="grid gap-1 text-sm font-bold"
      >{m.send_screening()}
      <select class="select w-full" bind:value={into} onchange={() => attempt(enter)}>
        <option value="">{m.send_none()}</option>
        {#each screenings as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
      </select>
    </label>
    {#if protocol}
      <label class="grid gap-1 text-sm font-bold"
        >{m.send_athlete()}
        <select class="select w-full" bind:value={who} onchange={() => attempt(look)}>
          <option value="">{m.send_choose()}</option>
          {#each athletes as a (a.id)}<option value={a.id}>{a.shortName}</option>{/each}
        </select>
      </label>
      <label class="grid gap-1 text-sm font-bold"
        >{m.send_test()}
        <select
          class="select w-full"
          bind:value={about.test}
          onchange={() => (changed(), void attempt(look))}
        >
          {#each tests as t (t.id)}<option value={t.id}>{say(t.name)}</option>{/each}
        </select>
      </label>
      {#if legs}
        <label class="grid gap-1 text-sm font-bold"
          >{m.meas_working()}
          <select class="select w-full" bind:value={about.working} onchange={changed}>
            {#each ['LEFT', 'RIGHT'] as Side[] as side (side)}<option value={side}
                >{sideWord[side]()}</option
              >{/each}
          </select>
        </label>
      {/if}
    {/if}
  </div>
  {#if protocol && !tests.length}<p class="mt-2">{m.send_no_test()}</p>{/if}
  {#if standing}
    <label class="mt-3 flex min-h-11 items-center gap-3">
      <input type="checkbox" class="checkbox" bind:checked={join} />
      {m.send_join({
        time: standing.opened.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }),
      })}
    </label>
  {/if}
  {#if chosen}
    <button
      class="btn mt-3 btn-primary"
      disabled={!who || !facts.length || sent > 0}
      onclick={send}
    >
      {m.send_button({ values: facts.length, repetitions })}
    </button>
  {/if}
  {#if sent}
    <p class="mt-2" role="status">
      {m.send_done({ values: sent })}
      <a class="underline" href="#/screening/{into}/athlete/{who}">{m.send_see()}</a>
    </p>
  {/if}
  <p class="quiet mt-2 text-sm">{m.send_noise_note()}</p>
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
</section>
