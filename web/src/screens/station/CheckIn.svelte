<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { regionWord, sideWord, type Side } from '../../lib/words/judgement';
  import type { Desk } from './desk.svelte';

  let { desk, pain }: { desk: Desk; pain: () => void } = $props();
  type Background = Schemas['FactAsked']['yes'][number];

  const questions: [Background, () => string][] = [
    ['INJURY_IN_TWELVE_MONTHS', m.ask_injury],
    ['LAY_OFF', m.ask_lay_off],
    ['SHARP_RISE_IN_TRAINING', m.ask_rise],
  ];
  const away = $derived([
    ['ABSENT', m.state_absent],
    ['EXCUSED', session.lead ? m.state_excused : m.door_not_today],
    ['UNWELL', m.unwell],
  ] as const);

  let yes = $state<Background[]>([]);
  let injury = $state<{ region: Schemas['PainReport']['region'] | ''; side: Side | '' }>({
    region: '',
    side: '',
  });
  let medical = $state(false);
  let film = $state(false);
  let touch = $state(false);

  $effect(() => {
    void desk.current;
    const asked = desk.trial.asked;
    yes = asked ? [...asked.yes] : [];
    injury = { region: asked?.injury?.region ?? '', side: asked?.injury?.side ?? '' };
    medical = asked ? !asked.cleared : false;
    film = asked?.film ?? desk.athlete?.film ?? false;
    touch = asked?.touch ?? desk.athlete?.touch ?? false;
  });

  const injured = $derived(yes.includes('INJURY_IN_TWELVE_MONTHS'));

  /** Whoever leads asks; a helper only says who takes part. */
  const lead = $derived(session.lead);

  function cleared() {
    desk.attend('PRESENT');
    desk.checkedIn();
  }

  function present() {
    const { region, side } = $state.snapshot(injury);
    desk.asked({
      yes: $state.snapshot(yes),
      ...(injured && region && { injury: { region, ...(side && { side }) } }),
      cleared: !medical,
      film,
      touch,
    });
    desk.checkedIn();
  }

  function send(attendance: (typeof away)[number][0]) {
    desk.attend(attendance);
    desk.checkedIn();
  }
</script>

<section class="mt-1 grid gap-2 lg:mt-3 lg:max-w-3xl lg:gap-4" aria-label={m.check_in()}>
  {#if lead}
    <p class="border-l-4 border-base-content pl-3 leading-tight lg:text-lg">{m.ask_words()}</p>
    <fieldset class="grid">
      <legend class="sign text-xl">{m.ask_title()}</legend>
      <button class="btn-soft-line btn mt-1 h-12 justify-start" onclick={pain}
        >{m.ask_pain()}</button
      >
      <label class="flex min-h-12 items-center gap-3 border-b border-base-300 leading-tight">
        <input
          type="checkbox"
          class="checkbox checkbox-lg"
          bind:checked={medical}
        />{m.ask_medical()}
      </label>
      {#each questions as [value, word] (value)}
        <label class="flex min-h-12 items-center gap-3 border-b border-base-300 leading-tight">
          <input type="checkbox" class="checkbox checkbox-lg" {value} bind:group={yes} />{word()}
        </label>
        {#if value === 'INJURY_IN_TWELVE_MONTHS' && injured}
          <div class="grid grid-cols-2 gap-2 py-2">
            <label class="grid gap-1 text-sm font-bold"
              >{m.injury_where()}
              <select class="select w-full" bind:value={injury.region}>
                <option value="">–</option>
                {#each Object.entries(regionWord) as [region, name] (region)}<option value={region}
                    >{name()}</option
                  >{/each}
              </select>
            </label>
            <label class="grid gap-1 text-sm font-bold"
              >{m.injury_side()}
              <select class="select w-full" bind:value={injury.side}>
                <option value="">–</option>
                {#each Object.entries(sideWord) as [side, name] (side)}<option value={side}
                    >{name()}</option
                  >{/each}
              </select>
            </label>
          </div>
        {/if}
      {/each}
    </fieldset>
    {#if medical}<p class="border-l-4 border-error pl-3 font-bold" role="alert">
        {m.ask_medical_yes()}
      </p>{/if}
    <fieldset class="grid grid-cols-2">
      <legend class="sign text-xl">{m.consent()}</legend>
      <label class="flex min-h-12 items-center gap-3 leading-tight"
        ><input
          type="checkbox"
          class="checkbox checkbox-lg"
          bind:checked={film}
        />{m.consent_film()}</label
      >
      <label class="flex min-h-12 items-center gap-3 leading-tight"
        ><input
          type="checkbox"
          class="checkbox checkbox-lg"
          bind:checked={touch}
        />{m.consent_touch()}</label
      >
      <p class="quiet col-span-2 text-sm leading-tight">{m.consent_minor()}</p>
    </fieldset>
  {:else}
    <p class="border-l-4 border-base-content pl-3 leading-tight lg:text-lg">{m.door_words()}</p>
  {/if}
  <div class="grid grid-cols-3 gap-2">
    {#each away as [attendance, word] (attendance)}
      <button class="btn-soft-line btn h-12" onclick={() => send(attendance)}>{word()}</button>
    {/each}
  </div>
  {#if lead}
    <button class={['btn h-14 text-xl', medical ? 'btn-warning' : 'btn-primary']} onclick={present}
      >{medical ? m.check_in_excused() : m.check_in_present()}</button
    >
  {:else}
    <button class="btn h-16 text-xl btn-primary" onclick={cleared}>{m.door_cleared()}</button>
  {/if}
</section>
