<script lang="ts">
  import { api, ask, Problem, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { aimWord, clearanceWord, experienceWord, sideWord } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import ConsentForm from './ConsentForm.svelte';

  type Record = Schemas['AthleteRecord'];
  let { saved }: { saved: () => Promise<void> } = $props();
  const empty: Record = { givenName: '', familyName: '', clearance: 'NOT_ASKED' };
  let dialog: HTMLDialogElement;
  let team = '';
  let athlete = $state<Schemas['RostersAthleteView'] | null>(null);
  let form = $state<Record>({ ...empty });
  let error = $state<unknown>(null);
  let erasing = $state(false);
  let consenting = $state(false);

  export function open(ofTeam: string, present: Schemas['RostersAthleteView'] | null = null) {
    team = ofTeam;
    athlete = present;
    form = { ...(present?.record ?? empty) };
    error = null;
    erasing = false;
    to = '';
    dialog.showModal();
  }

  /** What was left empty is not sent. */
  function filled(): Record {
    return Object.fromEntries(
      Object.entries(form).filter(
        ([key, value]) => key === 'familyName' || (value !== '' && value != null),
      ),
    ) as Record;
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    error = null;
    try {
      if (athlete) {
        await ask(
          api.PUT('/api/athletes/{id}', {
            params: { path: { id: athlete.id } },
            body: { version: athlete.version, record: filled() },
          }),
        );
      } else {
        await ask(
          api.POST('/api/teams/{id}/athletes', { params: { path: { id: team } }, body: filled() }),
        );
      }
      dialog.close();
      await saved();
    } catch (e) {
      error = e;
      if (e instanceof Problem && e.code === 'changed-meanwhile')
        athlete = e.details['now'] as Schemas['RostersAthleteView'];
    }
  }

  /** Other rosters, asked for once somebody wants to move. */
  let others = $state.raw<Schemas['RostersTeamLine'][]>([]);
  let to = $state('');
  const loadOthers = async () =>
    (others = (await ask(api.GET('/api/teams'))).filter((t) => t.id !== team && !t.archived));

  async function move() {
    if (!athlete || !to) return;
    error = null;
    try {
      await ask(
        api.PUT('/api/athletes/{id}/team', {
          params: { path: { id: athlete.id } },
          body: { team: to },
        }),
      );
      dialog.close();
      await saved();
    } catch (e) {
      error = e;
    }
  }

  async function erase() {
    if (!athlete) return;
    try {
      await ask(api.DELETE('/api/athletes/{id}', { params: { path: { id: athlete.id } } }));
      dialog.close();
      await saved();
    } catch (e) {
      error = e;
    }
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="athlete-title">
  <h2 id="athlete-title">{athlete ? m.athlete_edit() : m.athlete_add()}</h2>
  <form class="mt-4 grid grid-cols-2 gap-4" onsubmit={save}>
    <label class="grid gap-1 font-bold"
      >{m.given_name()}<input
        class="input w-full"
        required
        maxlength="80"
        bind:value={form.givenName}
      /></label
    >
    <label class="grid gap-1 font-bold"
      >{m.family_name()}<input
        class="input w-full"
        maxlength="80"
        bind:value={form.familyName}
      /></label
    >
    <label class="grid gap-1 font-bold"
      >{m.birth_date()}<input class="input w-full" type="date" bind:value={form.birthDate} /></label
    >
    <label class="grid gap-1 font-bold"
      >{m.sport()}<input class="input w-full" maxlength="80" bind:value={form.sport} /></label
    >
    <label class="grid gap-1 font-bold">
      {m.height()} (cm)<input
        class="input w-full"
        type="number"
        step="0.1"
        min="80"
        max="250"
        bind:value={form.heightCm}
      />
    </label>
    <label class="grid gap-1 font-bold">
      {m.mass()} (kg)<input
        class="input w-full"
        type="number"
        step="0.1"
        min="15"
        max="250"
        bind:value={form.massKg}
      />
    </label>
    <label class="grid gap-1 font-bold">
      {m.leg_length()} (cm)<input
        class="input w-full"
        type="number"
        step="0.1"
        min="30"
        max="140"
        bind:value={form.legLengthCm}
      />
    </label>
    <label class="grid gap-1 font-bold">
      {m.side_preference()}
      <select class="select w-full" bind:value={form.sidePreference}>
        <option value={undefined}>–</option>
        <option value="LEFT">{sideWord.LEFT()}</option>
        <option value="RIGHT">{sideWord.RIGHT()}</option>
      </select>
    </label>
    <label class="grid gap-1 font-bold">
      {m.experience()}
      <select class="select w-full" bind:value={form.experience}>
        <option value={undefined}>–</option>
        {#each Object.entries(experienceWord) as [value, word] (value)}<option {value}
            >{word()}</option
          >{/each}
      </select>
      <span class="quiet text-sm font-normal">{m.experience_text()}</span>
    </label>
    <label class="grid content-start gap-1 font-bold">
      {m.aim()}
      <select class="select w-full" bind:value={form.aim}>
        <option value={undefined}>–</option>
        {#each Object.entries(aimWord) as [value, word] (value)}<option {value}>{word()}</option
          >{/each}
      </select>
      <span class="quiet text-sm font-normal">{m.aim_text()}</span>
    </label>
    <fieldset class="col-span-2 grid gap-3 border-t-2 border-base-content pt-3">
      <legend class="sr-only">{m.clearance()}</legend>
      <label class="grid gap-1 font-bold">
        {m.clearance()}
        <select class="select w-full" bind:value={form.clearance}>
          {#each Object.entries(clearanceWord) as [value, word] (value)}<option {value}
              >{word()}</option
            >{/each}
        </select>
        <span class="quiet text-sm font-normal">{m.clearance_text()}</span>
      </label>
      {#if form.clearance !== 'NOT_ASKED'}
        <div class="grid grid-cols-2 gap-4">
          <label class="grid gap-1 font-bold"
            >{m.date()}<input class="input w-full" type="date" bind:value={form.clearedOn} /></label
          >
          <label class="grid gap-1 font-bold"
            >{m.cleared_by()}<input
              class="input w-full"
              maxlength="80"
              bind:value={form.clearedBy}
            /></label
          >
        </div>
      {/if}
    </fieldset>
    {#if error}<p class="col-span-2 text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="col-span-2 flex flex-wrap gap-2">
      <button class="btn btn-primary">{m.save()}</button>
      <button type="button" class="btn-soft-line btn" onclick={() => dialog.close()}
        >{m.cancel()}</button
      >
      {#if athlete}
        <button
          type="button"
          class="btn ml-auto btn-ghost text-error"
          onclick={() => (erasing = true)}>{m.erase()}</button
        >
      {/if}
    </div>
    {#if athlete}
      <details
        class="col-span-2 border-t border-base-300 pt-2"
        ontoggle={(e) => (consenting = e.currentTarget.open)}
      >
        <summary class="min-h-11 cursor-pointer py-2 underline">{m.athlete_allowed()}</summary>
        {#if consenting}<ConsentForm athlete={athlete.id} />{/if}
      </details>
      <details
        class="col-span-2 border-t border-base-300 pt-2"
        ontoggle={(e) => e.currentTarget.open && void loadOthers()}
      >
        <summary class="min-h-11 cursor-pointer py-2 underline">{m.athlete_more()}</summary>
        <div class="flex flex-wrap items-end gap-2">
          <label class="grid grow gap-1 font-bold"
            >{m.athlete_move()}<select class="select h-12 w-full" bind:value={to}>
              <option value="">–</option>
              {#each others as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
            </select></label
          >
          <button type="button" class="btn-soft-line btn h-12" disabled={!to} onclick={move}
            >{m.athlete_move_do()}</button
          >
        </div>
        <p class="quiet mt-1 text-sm">{m.athlete_move_text()}</p>
        <a class="btn-soft-line btn mt-3 h-12" href="/api/athletes/{athlete.id}/everything" download
          >{m.athlete_everything()}</a
        >
        <a class="btn-soft-line btn mt-3 h-12" href="#/access/{athlete.id}">{m.access_title()}</a>
      </details>
    {/if}
    {#if erasing}
      <div class="col-span-2 border-l-4 border-error pl-3" role="alert">
        <p>{m.erase_text()}</p>
        <button type="button" class="btn mt-2 btn-error" onclick={erase}>{m.erase_do()}</button>
      </div>
    {/if}
  </form>
</dialog>
