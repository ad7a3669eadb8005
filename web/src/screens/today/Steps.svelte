<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';

  interface Props {
    steps: Schemas['FirstStepsSteps'];
    /** Opens the form for a new screening. */
    plan: () => void;
    /** Something was made or thrown away. */
    changed: () => void;
  }
  let { steps, plan, changed }: Props = $props();

  const HIDDEN = 'first-steps-hidden';
  let hidden = $state(localStorage.getItem(HIDDEN) === 'yes');
  let error = $state.raw<unknown>(null);

  const all = $derived([
    {
      done: !!steps.roster,
      title: m.step_roster(),
      why: m.step_roster_why(),
      go: '#/roster',
      label: m.team_add(),
    },
    {
      done: steps.athletes,
      title: m.step_athletes(),
      why: m.step_athletes_why(),
      go: `#/roster/${steps.roster ?? ''}`,
      label: m.import_open(),
    },
    {
      done: !!steps.screening,
      title: m.step_screening(),
      why: m.step_screening_why(),
      label: m.step_screening_do(),
    },
    {
      done: steps.planned,
      title: m.step_plan(),
      why: m.step_plan_why(),
      go: `#/screening/${steps.screening ?? ''}/plan`,
      label: m.nav_plan(),
    },
    {
      done: steps.codes,
      title: m.step_codes(),
      why: m.step_codes_why(),
      go: `#/screening/${steps.screening ?? ''}/plan`,
      label: m.passes(),
    },
    {
      done: steps.practised,
      title: m.step_practise(),
      why: m.step_practise_why(),
      go: `#/screening/${steps.screening ?? ''}/practice`,
      label: m.step_practise(),
    },
  ]);
  const next = $derived(steps.begun ? -1 : all.findIndex((s) => !s.done));

  function hide(to: boolean) {
    hidden = to;
    localStorage.setItem(HIDDEN, to ? 'yes' : 'no');
  }

  async function practise() {
    error = null;
    try {
      const made = await ask(
        api.POST('/api/practice-classes', { body: { name: m.practice_class() } }),
      );
      changed();
      await push(`/roster/${made.team}`);
    } catch (e) {
      error = e;
    }
  }

  async function discard(id: string) {
    error = null;
    try {
      await ask(api.DELETE('/api/practice-classes/{id}', { params: { path: { id } } }));
      changed();
    } catch (e) {
      error = e;
    }
  }
</script>

<!-- The first half hour: from an empty house to a planned screening with codes for helpers, each step with its reason. -->
{#if hidden && next >= 0}
  <p class="mt-6">
    <button class="inline-flex min-h-11 items-center underline" onclick={() => hide(false)}
      >{m.steps_show()}</button
    >
  </p>
{:else if next >= 0 || steps.practice}
  <section class="mb-8 border-2 border-base-content p-4" aria-labelledby="steps">
    <div class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <h2 id="steps">{next >= 0 ? m.steps_title() : m.practice_class()}</h2>
        {#if next >= 0}<p class="quiet max-w-prose">{m.steps_text()}</p>{/if}
      </div>
      {#if next >= 0}<button class="btn-soft-line btn" onclick={() => hide(true)}
          >{m.steps_hide()}</button
        >{/if}
    </div>
    {#if next >= 0}
      <ol class="mt-2">
        {#each all as step, i (step.title)}
          <li
            class="grid grid-cols-[2rem_1fr] items-start gap-x-3 border-t border-base-300 py-2"
            aria-current={i === next ? 'step' : undefined}
          >
            <span class="sign text-xl" aria-hidden="true">{step.done ? '✓' : i + 1}</span>
            <div class="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
              <div class="max-w-prose">
                <p class={i === next ? 'font-bold' : ''}>
                  {step.title}
                  {#if step.done}<span class="quiet text-sm">{m.step_done()}</span>{/if}
                </p>
                {#if i === next}<p class="quiet">{step.why}</p>{/if}
              </div>
              {#if i === next}
                <div class="flex flex-wrap gap-2">
                  {#if step.go}<a class="btn h-12 btn-primary" href={step.go}>{step.label}</a>
                  {:else}<button class="btn h-12 btn-primary" onclick={plan}>{step.label}</button
                    >{/if}
                  {#if i === 0}<button class="btn-soft-line btn h-12" onclick={practise}
                      >{m.practice_class_make()}</button
                    >{/if}
                </div>
              {/if}
            </div>
          </li>
        {/each}
      </ol>
    {/if}
    {#if steps.practice}
      {@const practice = steps.practice}
      <p class="mt-3 flex flex-wrap items-center gap-3 border-t border-base-300 pt-3">
        {m.practice_class_here()}
        <button class="btn-soft-line btn h-12" onclick={() => discard(practice)}
          >{m.practice_class_discard()}</button
        >
      </p>
    {/if}
    {#if error}<p class="mt-2 border-l-4 border-error pl-3" role="alert">{trouble(error)}</p>{/if}
  </section>
{/if}
