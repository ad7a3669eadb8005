<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { stationNamed } from '../../lib/words/stations';
  import { trouble } from '../../lib/words/trouble';
  import { integer, moment, say } from '../../lib/words/words';
  import Squares from '../../lib/shell/Squares.svelte';

  interface Props {
    screening: string;
    stations: Schemas['HallSetupStationSetup'][];
    /** A station that is not saved yet cannot be opened. */
    saved: boolean;
  }
  let { screening, stations, saved }: Props = $props();

  let dialog: HTMLDialogElement;
  let all = $state.raw<Schemas['PassesPassView'][]>([]);
  let raters = $state.raw<Schemas['PracticesPractiser'][]>([]);
  let made = $state.raw<Schemas['PassesNewPass'] | null>(null);
  let lan = $state.raw<Schemas['LanControllerLanView'] | null>(null);
  let station = $state('');
  let helper = $state('');
  let minutes = $state(90);
  let error = $state.raw<unknown>(null);
  const path = $derived({ id: screening });
  const stationName = (id: string) => stationNamed(stations, id);

  function practised(account: string): string {
    const score = raters.find((r) => r.account === account)?.score;
    return score
      ? m.practice_done({ percent: integer(score.agreement.percent) })
      : m.practice_not();
  }

  export function open() {
    made = null;
    error = null;
    station = stations[0]?.id ?? '';
    dialog.showModal();
    void load();
  }

  async function load() {
    try {
      [all, lan, raters] = await Promise.all([
        ask(api.GET('/api/screenings/{id}/passes', { params: { path } })),
        ask(api.GET('/api/lan')),
        ask(api.GET('/api/screenings/{id}/practice', { params: { path } })),
      ]);
    } catch (e) {
      error = e;
    }
  }

  async function make(event: SubmitEvent) {
    event.preventDefault();
    error = null;
    try {
      made = await ask(
        api.POST('/api/screenings/{id}/passes', {
          params: { path },
          body: { station, helper, minutes },
        }),
      );
      helper = '';
      await load();
    } catch (e) {
      error = e;
    }
  }

  async function revoke(pass: string) {
    try {
      await ask(
        api.DELETE('/api/screenings/{id}/passes/{pass}', {
          params: { path: { id: screening, pass } },
        }),
      );
      if (made?.pass.id === pass) made = null;
      await load();
    } catch (e) {
      error = e;
    }
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="passes-title">
  <h2 id="passes-title">{m.passes()}</h2>
  <p class="mt-1 max-w-prose">{m.passes_text()}</p>
  {#if lan && !lan.open}<p class="mt-2 border-l-4 border-accent pl-3">{m.passes_loopback()}</p>{/if}
  {#if error}<p class="mt-2 border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if made}
    <div class="mt-4 grid items-center gap-6 sm:grid-cols-[20rem_1fr]" data-testid="pass">
      <Squares rows={made.code} label={m.passes_code({ name: stationName(made.pass.station) })} />
      <div>
        <p class="sign text-3xl">{stationName(made.pass.station)}</p>
        <p class="text-lg">{made.pass.helper}</p>
        <p class="quiet">{m.passes_until({ time: moment(made.pass.expiresAt) })}</p>
        <p class="mt-2 text-sm break-all select-all" data-testid="pass-address">{made.address}</p>
        <p class="quiet mt-1 text-sm">{m.passes_once()}</p>
      </div>
    </div>
    {#if lan?.authority}
      <details class="mt-4 border-t-2 border-base-content pt-2">
        <summary class="min-h-11 cursor-pointer py-2 font-bold">{m.passes_first_time()}</summary>
        <div class="grid items-center gap-6 sm:grid-cols-[14rem_1fr]">
          <Squares rows={lan.authorityCode} label={m.passes_authority()} />
          <div>
            <p>{m.passes_authority_text()}</p>
            <p class="mt-2 text-sm break-all select-all">{lan.authority}</p>
            {#if lan.fingerprint}<p class="mt-3">{m.passes_fingerprint()}</p>
              <p class="text-sm break-all select-all"><code>{lan.fingerprint}</code></p>{/if}
          </div>
        </div>
      </details>
    {/if}
  {/if}
  <form class="mt-4 grid gap-3 sm:grid-cols-[1fr_1fr_7rem_auto] sm:items-end" onsubmit={make}>
    <label class="grid gap-1"
      >{m.nav_station()}<select class="select h-12 w-full" bind:value={station}
        >{#each stations as s (s.id)}<option value={s.id}>{say(s.name)}</option>{/each}</select
      ></label
    >
    <label class="grid gap-1"
      >{m.passes_helper()}<input
        class="input h-12 w-full"
        required
        maxlength="60"
        bind:value={helper}
      /></label
    >
    <label class="grid gap-1"
      >{m.passes_minutes()}<input
        class="input h-12 w-full text-right"
        type="number"
        min="5"
        max="720"
        required
        bind:value={minutes}
      /></label
    >
    <button class="btn h-12 btn-primary" disabled={!saved}>{m.passes_make()}</button>
  </form>
  {#if !saved}<p class="quiet mt-1 text-sm">{m.passes_save_first()}</p>{/if}
  {#if all.length}
    <ul class="mt-4 border-t-2 border-base-content">
      {#each all as pass (pass.id)}
        <li class="flex flex-wrap items-center justify-between gap-3 border-b border-base-300 py-1">
          <span
            ><strong>{pass.helper}</strong>, {stationName(pass.station)}
            <span class="quiet"
              >{!pass.opens
                ? m.passes_closed()
                : pass.account
                  ? m.passes_in_use()
                  : m.passes_waiting()}{pass.account ? `, ${practised(pass.account)}` : ''}</span
            ></span
          >
          {#if pass.opens}<button class="btn-soft-line btn" onclick={() => revoke(pass.id)}
              >{m.passes_revoke()}</button
            >{/if}
        </li>
      {/each}
    </ul>
  {/if}
  <button class="btn-soft-line btn mt-4" onclick={() => dialog.close()}>{m.close()}</button>
</dialog>
