<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { joined, standingTrial, type Standing } from '../../lib/record/measured';
  import ChooseAthlete from '../../lib/screening/ChooseAthlete.svelte';
  import { Choice } from '../../lib/screening/choice.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { say } from '../../lib/words/words';
  import WorkingLeg from './WorkingLeg.svelte';

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

  // svelte-ignore state_referenced_locally
  const choice = new Choice(screening, athlete);
  let standing = $state.raw<Standing | null>(null);
  let join = $state(true);
  let sentFacts = $state.raw<Schemas['FactMeasured'][] | null>(null);
  let error = $state.raw<unknown>(null);

  const tests = $derived(choice.protocol?.tests.filter(suits) ?? []);
  const test = $derived(tests.find((t) => t.id === about.test));
  const legs = $derived(test?.legs === 'EACH');
  const repetitions = $derived(new Set(facts.map((f) => f.repetition)).size);
  const sent = $derived(sentFacts === facts ? facts.length : 0);

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      error = null;
    } catch (e) {
      error = e;
    }
  }

  void attempt(async () => {
    await choice.load();
    if (choice.protocol) await take();
  });

  async function take() {
    about = given({
      ...about,
      screening: choice.view?.id,
      test: choice.protocol?.tests.find(suits)?.id,
    });
    changed();
    await look();
  }

  async function enter() {
    await choice.enter();
    await take();
  }

  /** The athlete's trial of this test that stands already; the numbers may join it. */
  async function look() {
    standing = null;
    const { athlete: who, view } = choice;
    if (!who || !view || !about.test) return;
    const kept = await ask(
      api.GET('/api/screenings/{id}/facts', {
        params: { path: { id: view.id }, query: { athlete: who } },
      }),
    );
    standing = standingTrial(
      [...kept, ...outbox.of(view.id).filter((f) => f.athlete === who)],
      about.test,
    );
  }

  function send() {
    const view = choice.view;
    if (!view || !choice.athlete || !test || !facts.length) return;
    const at = new Date().toISOString();
    const sending = joined(facts, test, join ? standing : null);
    outbox.put(
      view.id,
      sending.map((f) => ({ id: crypto.randomUUID(), athlete: choice.athlete, at, ...f })),
      { protocol: view.protocol, version: view.protocolVersion },
    );
    sentFacts = facts;
    void attempt(look);
  }
</script>

<section class="floor-line pt-3" data-testid="send">
  <h2>{m.send_title()}</h2>
  <div class="mt-2 grid grid-cols-2 gap-3">
    <ChooseAthlete
      {choice}
      none={m.send_none()}
      entered={() => attempt(enter)}
      chosen={() => attempt(look)}
    />
    {#if choice.protocol}
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
        <WorkingLeg bind:value={about.working} {changed} />
      {/if}
    {/if}
  </div>
  {#if choice.protocol && !tests.length}<p class="mt-2">{m.send_no_test()}</p>{/if}
  {#if standing}
    <label class="mt-3 flex min-h-11 items-center gap-3">
      <input type="checkbox" class="checkbox" bind:checked={join} />
      {m.send_join({
        time: standing.opened.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }),
      })}
    </label>
  {/if}
  {#if choice.view}
    <button
      class="btn mt-3 btn-primary"
      disabled={!choice.athlete || !facts.length || sent > 0}
      onclick={send}
    >
      {m.send_button({ values: facts.length, repetitions })}
    </button>
  {/if}
  {#if sent}
    <p class="mt-2" role="status">
      {m.send_done({ values: sent })}
      <a class="underline" href="#/screening/{choice.screening}/athlete/{choice.athlete}"
        >{m.send_see()}</a
      >
    </p>
  {/if}
  <p class="quiet mt-2 text-sm">{m.send_noise_note()}</p>
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
</section>
