<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, ask } from '../../lib/api/client';
  import { outbox } from '../../lib/outbox/outbox.svelte';
  import { m } from '../../lib/paraglide/messages';
  import ChooseAthlete from '../../lib/screening/ChooseAthlete.svelte';
  import { Choice } from '../../lib/screening/choice.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { BodySetting, deciding, depthWords, type Asked, type Said } from './body.svelte';
  import BodyAnswer from './BodyAnswer.svelte';
  import BodyFigure from './BodyFigure.svelte';
  import BodySliders from './BodySliders.svelte';

  /** Sliders rest so long before the model is asked. */
  const ASKED_AFTER = 60;

  const query = new URLSearchParams(router.querystring ?? '');
  const choice = new Choice(query.get('screening') ?? '', query.get('athlete') ?? '');
  const setting = new BodySetting();
  /** A setting that was kept to compare with. */
  let other = $state.raw<({ said: Said } & Pick<Asked, 'arms' | 'place' | 'plate'>) | null>(null);
  let error = $state.raw<unknown>(null);
  let kept = $state(false);

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
      error = null;
    } catch (e) {
      error = e;
    }
  }

  $effect(() => {
    void setting.asked;
    const waiting = setTimeout(() => void attempt(() => setting.answer()), ASKED_AFTER);
    return () => clearTimeout(waiting);
  });

  void attempt(async () => {
    await choice.load();
    await take();
  });

  async function enter() {
    choice.athlete = '';
    setting.start = null;
    await choice.enter();
  }

  async function take() {
    kept = false;
    setting.start = null;
    const { view, athlete } = choice;
    if (!view || !athlete) return;
    setting.fill(
      await ask(
        api.GET('/api/screenings/{id}/results/{athlete}/body', {
          params: { path: { id: view.id, athlete } },
        }),
      ),
    );
  }

  function keep() {
    const { view, athlete } = choice;
    const measured = setting.measured;
    if (!view || !athlete || !measured) return;
    outbox.put(
      view.id,
      [
        {
          id: crypto.randomUUID(),
          athlete,
          at: new Date().toISOString(),
          fact: { kind: 'bodyMeasured', ...measured },
        },
      ],
      { protocol: view.protocol, version: view.protocolVersion },
    );
    kept = true;
  }

  function compare() {
    const { said, arms, place, plate } = setting;
    other = other || !said ? null : { said, arms, place, plate };
  }
</script>

<Page title={m.body_title()} wide>
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
    <div class="min-w-0">
      {#if setting.said}
        {@const said = setting.said}
        <div class={['grid gap-4', other && 'sm:grid-cols-2']}>
          <BodyFigure
            {said}
            arms={setting.arms}
            place={setting.place}
            plate={setting.plate}
            title={other ? `${m.body_now()}: ${depthWords(deciding(said).deepest.thigh)}` : ''}
          />
          {#if other}<BodyFigure
              {...other}
              title={`${m.body_before()}: ${depthWords(deciding(other.said).deepest.thigh)}`}
            />{/if}
        </div>
        <BodyAnswer {said} />
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
      <BodySliders {setting} />
      <div class="flex flex-wrap gap-3">
        <button class="btn-soft-line btn" disabled={!setting.said} onclick={compare}
          >{other ? m.body_end_compare() : m.body_compare()}</button
        >
        {#if choice.athlete}
          <button class="btn btn-primary" onclick={keep} disabled={!setting.measured}
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
