<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { day } from '../../lib/words/words';

  let { athlete }: { athlete: string } = $props();
  type By = Schemas['ConsentsNewConsent']['givenBy'];
  const today = new Date().toLocaleDateString('sv');

  const said = Resource.at(
    () => athlete,
    () => ask(api.GET('/api/athletes/{id}/consents', { params: { path: { id: athlete } } })),
  );
  const holds = $derived(said.data?.[0]);
  let film = $state(false);
  let touch = $state(false);
  let landmarks = $state(false);
  let givenBy = $state<By>('GUARDIAN');
  let givenOn = $state(today);
  let error = $state.raw<unknown>(null);

  const byWord: Record<By, () => string> = {
    GUARDIAN: m.consent_guardian,
    ATHLETE: m.consent_athlete,
  };
  const allowed = (c: Schemas['ConsentsConsentView']) =>
    [
      ...(c.film ? [m.consent_film()] : []),
      ...(c.touch ? [m.consent_touch()] : []),
      ...(c.landmarks ? [m.consent_landmarks()] : []),
    ].join(', ') || m.consent_nothing();

  $effect(() => {
    film = holds?.film ?? false;
    touch = holds?.touch ?? false;
    landmarks = holds?.landmarks ?? false;
  });

  async function keep() {
    error = null;
    try {
      await ask(
        api.POST('/api/athletes/{id}/consents', {
          params: { path: { id: athlete } },
          body: { film, touch, landmarks, givenBy, givenOn },
        }),
      );
      await said.load();
    } catch (e) {
      error = e;
    }
  }
</script>

<!-- What is allowed with an athlete: asked in words that a guardian understands, kept with its day and by whom. -->
<fieldset class="grid gap-1">
  <legend class="sign text-xl">{m.consent()}</legend>
  <p class="quiet text-sm" role="status">
    {#if holds}{m.consent_holds({
        what: allowed(holds),
        by: byWord[holds.givenBy](),
        day: day(holds.givenOn),
        author: holds.author,
      })}{:else}{m.consent_none()}{/if}
  </p>
  <label class="flex min-h-12 items-start gap-3 py-1 leading-tight"
    ><input type="checkbox" class="checkbox" bind:checked={film} /><span
      ><strong>{m.consent_film()}.</strong> {m.consent_film_text()}</span
    ></label
  >
  <label class="flex min-h-12 items-start gap-3 py-1 leading-tight"
    ><input type="checkbox" class="checkbox" bind:checked={touch} /><span
      ><strong>{m.consent_touch()}.</strong> {m.consent_touch_text()}</span
    ></label
  >
  <label class="flex min-h-12 items-start gap-3 py-1 leading-tight"
    ><input type="checkbox" class="checkbox" bind:checked={landmarks} /><span
      ><strong>{m.consent_landmarks()}.</strong> {m.consent_landmarks_text()}</span
    ></label
  >
  <div class="flex flex-wrap items-end gap-3">
    <label class="grid gap-1 font-bold"
      >{m.consent_by()}<select class="select h-12 w-48" bind:value={givenBy}>
        {#each Object.entries(byWord) as [value, word] (value)}<option {value}>{word()}</option
          >{/each}
      </select></label
    >
    <label class="grid gap-1 font-bold"
      >{m.consent_on()}<input
        class="input h-12"
        type="date"
        max={today}
        bind:value={givenOn}
      /></label
    >
    <button type="button" class="btn-soft-line btn h-12" onclick={keep}>{m.consent_keep()}</button>
  </div>
  {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
</fieldset>
