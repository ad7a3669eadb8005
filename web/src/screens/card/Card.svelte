<script lang="ts">
  import { onMount } from 'svelte';
  import { api, ask, session as token, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { getLocale, setLocale } from '../../lib/paraglide/runtime';
  import { trouble } from '../../lib/words/trouble';
  import AskForm from './AskForm.svelte';

  let { params }: { params: { code: string } } = $props();
  let card = $state.raw<Schemas['OwnCard'] | null>(null);
  let failed = $state.raw<unknown>(null);
  const other = $derived(getLocale() === 'de' ? 'en' : 'de');

  onMount(open);

  async function open() {
    failed = null;
    try {
      await token();
      const language = getLocale() === 'de' ? 'DE' : 'EN';
      card = await ask(api.POST('/api/card', { body: { code: params.code, language } }));
      document.title = `${card.name} · ${m.brand()}`;
    } catch (error) {
      failed = error;
    }
  }

  const picture = (svg: string) => `data:image/svg+xml,${encodeURIComponent(svg)}`;
</script>

<!-- Somebody's own card, opened by a link; nobody signs in, and nothing is kept on the device. -->
<main class="mx-auto max-w-2xl p-5 pb-16">
  <header class="flex items-center justify-between gap-3 print:hidden">
    <span class="sign text-xl">{m.brand()}</span>
    <button class="btn-soft-line btn" lang={other} onclick={() => setLocale(other)}
      >{other === 'de' ? 'Deutsch' : 'English'}</button
    >
  </header>
  {#if failed}
    <p class="mt-6 border-4 border-error p-4 font-bold" role="alert">{trouble(failed)}</p>
    <button class="btn mt-4 h-14 btn-primary" onclick={open}>{m.try_again()}</button>
  {:else if card}
    <p class="quiet mt-4">{card.about}</p>
    <h1 class="text-4xl">{card.name}</h1>
    {#if card.talk}<p class="mt-6 text-xl">{m.paper_card_talk()}</p>{/if}
    {#if card.open}<p class="mt-6 text-xl">{m.paper_card_open()}</p>{/if}
    {#each card.work as work (work.exercise)}
      <section class="mt-4">
        <h2>{m.paper_card_work_on()}</h2>
        <p><strong>{work.focus}.</strong> {work.aim}</p>
      </section>
      <section class="floor-line mt-5 grid gap-x-6 gap-y-3 pt-4 sm:grid-cols-[14rem_1fr]">
        <img
          class="h-56 w-56 justify-self-center rounded bg-white p-2"
          src={picture(work.figure)}
          alt={m.paper_figure({ exercise: work.exercise })}
        />
        <div>
          <h2>{m.paper_card_exercise()}</h2>
          <p class="sign text-3xl leading-tight">{work.exercise}</p>
          <p class="sign my-3 border-l-4 border-accent pl-3 text-2xl leading-tight">{work.cue}</p>
          <h2>{m.paper_card_how_much()}</h2>
          <p class="text-lg">{[work.dose, ...work.side].join('; ')}</p>
        </div>
      </section>
      <section class="mt-5">
        <h2>{m.paper_card_how()}</h2>
        <ol class={work.steps.length > 1 ? 'ml-5 list-decimal' : ''}>
          {#each work.steps as step (step)}<li>{step}</li>{/each}
        </ol>
        <p class="mt-2"><strong>{m.paper_card_breathing()}:</strong> {work.breathing}</p>
        {#each work.kit as kit (kit.name)}<p class="mt-2">
            <strong>{kit.name}:</strong>
            {kit.text}
          </p>{/each}
        {#each work.aids as aid (aid.name)}<p class="mt-2">
            <strong>{m.paper_card_aid()}: {aid.name}.</strong>
            {aid.text}
          </p>{/each}
      </section>
      {#if work.parts.length}
        <section class="mt-5 overflow-x-auto">
          <h2>{m.paper_card_session()}</h2>
          <table class="mt-1 w-full text-left text-sm">
            <thead
              ><tr
                ><th class="p-1">{m.exercise()}</th>{#each work.weeks as week (week)}<th class="p-1"
                    >{week}</th
                  >{/each}</tr
              ></thead
            >
            <tbody>
              {#each work.parts as part (part.exercise)}
                <tr class="border-t border-base-300"
                  ><th scope="row" class="p-1">{part.exercise}</th
                  >{#each part.doses as dose, i (i)}<td class="p-1">{dose}</td>{/each}</tr
                >
              {/each}
            </tbody>
          </table>
        </section>
      {/if}
    {/each}
    <p class="mt-6 text-lg font-bold">{m.paper_card_pain()}</p>
    {#each card.again as again (again)}<p class="mt-2">{again}</p>{/each}
    <AskForm code={params.code} />
    <p class="quiet mt-8 text-sm">{m.safety_line()}</p>
  {:else}<p class="mt-6" role="status">{m.card_opening()}</p>{/if}
</main>
