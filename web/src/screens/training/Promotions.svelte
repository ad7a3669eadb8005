<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import Notch from '../../lib/notch/Notch.svelte';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { becauseWord, flagWord } from '../../lib/words/training';
  import { trouble } from '../../lib/words/trouble';
  import { shortDay } from '../../lib/words/words';

  interface Props {
    screening: string;
    names: Names;
    decided: () => void;
  }
  let { screening, names, decided }: Props = $props();
  type One = Schemas['PromotionsPromotionView'];
  type Verdict = Schemas['PromotionProposed']['verdict'];

  const promotions = Resource.at(
    () => screening,
    () => ask(api.GET('/api/screenings/{id}/promotions', { params: { path: { id: screening } } })),
  );
  let error = $state.raw<unknown>(null);
  let busy = $state(false);
  let accepted = $state(false);

  const verdictWord: Record<Verdict, () => string> = {
    UP: m.promo_up,
    STAY: m.promo_stay,
    DOWN: m.promo_down,
    REFER: m.promo_refer,
  };
  const ORDER: Verdict[] = ['REFER', 'DOWN', 'UP'];
  const all = $derived(promotions.data?.athletes ?? []);
  const of = (verdict: Verdict) => all.filter((a) => a.proposed.verdict === verdict);
  /** Those whose rung really changes. */
  const clear = $derived([...of('UP'), ...of('DOWN')].filter((a) => a.proposed.to !== a.rung));
  const flagged = $derived(all.filter((a) => a.flags.length));

  async function accept(some: One[]) {
    busy = true;
    error = null;
    try {
      promotions.data = await ask(
        api.POST('/api/screenings/{id}/promotions', {
          params: { path: { id: screening } },
          body: {
            id: crypto.randomUUID(),
            rungs: Object.fromEntries(some.map((a) => [a.athlete, a.proposed.to])),
            reason: m.promo_reason(),
            ...(promotions.data?.latest && { basedOn: promotions.data.latest }),
          },
        }),
      );
      accepted = true;
      decided();
    } catch (e) {
      error = e;
      await promotions.load();
    }
    busy = false;
  }
</script>

{#snippet evidence(one: One)}
  <span class="flex flex-wrap gap-x-4 text-sm">
    {#each one.proposed.evidence as session, s (s)}
      <span class="inline-flex items-center gap-1"
        >{shortDay(session.day)}
        {#if session.look}<Notch cell={session.look} />{:else}–{/if}
        {#if session.pain}{m.session_pain_word({ intensity: session.pain })}{/if}
        {#if !session.whole && !session.pain}<span class="quiet">{m.promo_dose_less()}</span
          >{/if}</span
      >
    {/each}
  </span>
{/snippet}

<section class="floor-line mt-8 pt-3" data-testid="promotions">
  <h2>{m.promo_title()}</h2>
  <p class="quiet max-w-prose">{m.promo_text()}</p>
  {#if error}<p class="mt-2 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if accepted}<p class="mt-2 border-l-4 border-accent pl-3" role="status">
      {m.promo_accepted()}
    </p>{/if}
  <Loaded resource={promotions}>
    {#snippet children({ athletes })}
      {#if clear.length > 1}
        <button class="btn mt-3 h-12 btn-primary" disabled={busy} onclick={() => accept(clear)}
          >{m.promo_accept_all({ count: clear.length })}</button
        >
      {/if}
      <ul class="mt-2">
        {#each ORDER as verdict (verdict)}
          {#each of(verdict) as one (one.athlete)}
            <li
              class="grid items-center gap-x-6 gap-y-1 border-b border-base-300 py-2 md:grid-cols-[12rem_minmax(0,1fr)_auto]"
              data-verdict={verdict}
            >
              <a
                class="inline-flex min-h-9 items-center font-bold hover:underline"
                href="#/screening/{screening}/athlete/{one.athlete}">{one.name}</a
              >
              <span>
                <strong>{verdictWord[verdict]()}</strong>{#if one.proposed.to !== one.rung}: {names.rung(
                    one.rung,
                  )} → {names.rung(one.proposed.to)}{/if}
                <span class="quiet">({becauseWord[one.proposed.because]()})</span>
                {@render evidence(one)}
              </span>
              {#if one.proposed.to !== one.rung}
                <button
                  class="btn-soft-line btn h-12"
                  disabled={busy}
                  aria-label="{m.promo_accept()}: {one.name}"
                  onclick={() => accept([one])}>{m.promo_accept()}</button
                >
              {/if}
            </li>
          {/each}
        {/each}
      </ul>
      {#if athletes.length && of('STAY').length === athletes.length}<p class="mt-2">
          {m.promo_none()}
        </p>{/if}
      {#if of('STAY').length}
        <details>
          <summary class="min-h-11 cursor-pointer py-2"
            >{m.promo_stays({ count: of('STAY').length })}</summary
          >
          <ul>
            {#each of('STAY') as one (one.athlete)}
              <li class="grid gap-x-6 border-b border-base-300 py-1 md:grid-cols-[12rem_1fr]">
                <span>{one.name}</span>
                <span
                  >{names.rung(one.rung)}
                  <span class="quiet">({becauseWord[one.proposed.because]()})</span>
                  {@render evidence(one)}</span
                >
              </li>
            {/each}
          </ul>
        </details>
      {/if}
      {#if flagged.length}
        <h3 class="mt-4">{m.load_title()}</h3>
        <ul>
          {#each flagged as one (one.athlete)}
            <li class="border-b border-base-300 py-1">
              <strong>{one.name}</strong>: {one.flags.map(flagWord).join('; ')}
            </li>
          {/each}
        </ul>
      {/if}
    {/snippet}
  </Loaded>
</section>
