<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { read } from '../../lib/record/book';
  import { regionWord, sideWord } from '../../lib/words/judgement';
  import { NO_TEST } from '../station/line.svelte';
  import type { Desk } from '../station/desk.svelte';

  interface Props {
    desk: Desk;
    athlete: Schemas['StationQueued'];
    go: (by: 1 | -1) => void;
  }
  let { desk, athlete, go }: Props = $props();
  type Attendance = Schemas['FactAttended']['attendance'];
  type Region = Schemas['PainReport']['region'];
  type Background = Schemas['FactAsked']['yes'][number];

  const known = $derived(read(NO_TEST, desk.line.book(athlete.id)));
  // what is known already stands in the line, which is its own from then on
  const before = (() => known)();
  const standing = (() => athlete)();
  let attendance = $state<Attendance | ''>(before.attendance ?? '');
  let region = $state<Region | ''>('');
  let side = $state<'LEFT' | 'RIGHT' | ''>('');
  let pain = $state<number | null>(null);
  let injured = $state<Region | ''>(before.asked?.injury?.region ?? '');
  let injuredSide = $state<'LEFT' | 'RIGHT' | ''>(before.asked?.injury?.side ?? '');
  let layOff = $state(before.asked?.yes.includes('LAY_OFF') ?? false);
  let rise = $state(before.asked?.yes.includes('SHARP_RISE_IN_TRAINING') ?? false);
  let notCleared = $state(before.asked ? !before.asked.cleared : false);
  let film = $state(before.asked?.film ?? standing.film);
  let touch = $state(before.asked?.touch ?? standing.touch);
  let trouble = $state('');
  let line: HTMLTableRowElement;

  const words: [Attendance, () => string][] = [
    ['PRESENT', m.session_here],
    ['ABSENT', m.state_absent],
    ['EXCUSED', m.state_excused],
    ['UNWELL', m.unwell],
  ];
  const says = $derived(known.attendance && words.find(([a]) => a === known.attendance)?.[1]());

  export function focus() {
    line.querySelector<HTMLElement>('input, select')?.focus();
  }

  function save() {
    trouble = '';
    if (!attendance) trouble = m.typing_attendance();
    else if (!!region !== (pain !== null) || (pain !== null && (pain < 0 || pain > 10)))
      trouble = m.typing_pain();
    if (trouble || !attendance) return;
    desk.call(athlete.id);
    if (attendance === 'PRESENT') {
      const yes: Background[] = [
        ...(injured ? (['INJURY_IN_TWELVE_MONTHS'] as const) : []),
        ...(layOff ? (['LAY_OFF'] as const) : []),
        ...(rise ? (['SHARP_RISE_IN_TRAINING'] as const) : []),
      ];
      desk.asked({
        yes,
        ...(injured && { injury: { region: injured, ...(injuredSide && { side: injuredSide }) } }),
        cleared: !notCleared,
        film,
        touch,
      });
    } else desk.attend(attendance);
    if (region && pain !== null)
      desk.pain({ region, ...(side && { side }), intensity: pain, signs: [] });
    [region, side, pain] = ['', '', null];
    go(1);
  }

  function key(event: KeyboardEvent) {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    save();
  }
</script>

{#snippet choose<T extends string>(
  value: T | '',
  of: Record<T, () => string>,
  label: string,
  put: (to: T | '') => void,
)}
  <select
    {value}
    aria-label="{athlete.shortName}: {label}"
    onchange={(e) => put(e.currentTarget.value as T | '')}
  >
    <option value="">–</option>
    {#each Object.entries<() => string>(of) as [one, word] (one)}<option value={one}
        >{word()}</option
      >{/each}
  </select>
{/snippet}
{#snippet tick(checked: boolean, label: string, put: (to: boolean) => void)}
  <td
    ><input
      type="checkbox"
      class="checkbox"
      {checked}
      aria-label="{athlete.shortName}: {label}"
      onchange={(e) => put(e.currentTarget.checked)}
    /></td
  >
{/snippet}

<tr bind:this={line} onkeydown={key} data-athlete={athlete.shortName}>
  <th scope="row">{athlete.shortName}</th>
  <td
    ><select bind:value={attendance} aria-label="{athlete.shortName}: {m.check_in()}">
      <option value="">–</option>
      {#each words as [value, word] (value)}<option {value}>{word()}</option>{/each}
    </select></td
  >
  <td
    >{@render choose(region, regionWord, m.pain_where(), (to) => (region = to))}{@render choose(
      side,
      sideWord,
      m.injury_side(),
      (to) => (side = to),
    )}<input
      type="number"
      min="0"
      max="10"
      bind:value={pain}
      aria-label="{athlete.shortName}: {m.typing_pain_label()}"
    /></td
  >
  <td
    >{@render choose(injured, regionWord, m.ask_injury(), (to) => (injured = to))}{@render choose(
      injuredSide,
      sideWord,
      `${m.ask_injury()}, ${m.injury_side()}`,
      (to) => (injuredSide = to),
    )}</td
  >
  {@render tick(layOff, m.ask_lay_off(), (to) => (layOff = to))}
  {@render tick(rise, m.ask_rise(), (to) => (rise = to))}
  {@render tick(notCleared, m.clearance_not_cleared(), (to) => (notCleared = to))}
  {@render tick(film, m.consent_film(), (to) => (film = to))}
  {@render tick(touch, m.consent_touch(), (to) => (touch = to))}
  <td class="state"
    ><span role="status"
      >{#if trouble}<strong class="text-error">{trouble}</strong>{:else}{says ?? ''}{/if}</span
    ></td
  >
</tr>
