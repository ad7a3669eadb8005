<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { read } from '../../lib/record/book';
  import { cellWord, GRADES, regionWord, sideWord, stateWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import { stopped } from '../station/line.svelte';
  import type { Desk } from '../station/desk.svelte';
  import { legendOf, readCell, shown, Unreadable, type Column } from './sheet';
  import { Contradiction, writeLine, type Line } from './typist';

  interface Props {
    desk: Desk;
    test: Schemas['TestDefinition'];
    athlete: Schemas['StationQueued'];
    columns: Column[];
    retests: Schemas['Retest'][];
    /** Says what the cell at hand takes. */
    tell: (legend: string) => void;
    /** To the line above or below. */
    go: (by: 1 | -1) => void;
  }
  let { desk, test, athlete, columns, retests, tell, go }: Props = $props();
  type Region = Schemas['PainReport']['region'];

  const trial = $derived(read(test, desk.line.book(athlete.id), { retest: null, by: null }));
  const held = $derived(
    stopped(desk.station, trial) || ['ABSENT', 'EXCUSED'].includes(athlete.state),
  );
  // what is known already stands in the line, which is its own from then on
  let texts = $state((() => columns.map((c) => shown(c, trial)))());
  let cue = $state('');
  let retest = $state('');
  let then = $state('');
  let region = $state<Region | ''>('');
  let side = $state<'LEFT' | 'RIGHT' | ''>('');
  let pain = $state<number | null>(null);
  let wrong = $state<number | null>(null);
  let trouble = $state('');
  let saved = $state((() => trial.closed.length > 0)());
  let line: HTMLTableRowElement;

  const fields = () => [...line.querySelectorAll<HTMLElement>('input, select')];

  export function focus() {
    fields()[0]?.focus();
  }

  function cells(): Line['cells'] {
    return columns.map((column, i) => {
      try {
        return { column, cell: readCell(column, texts[i] ?? '') };
      } catch (e) {
        if (e instanceof Unreadable) wrong = i;
        throw e;
      }
    });
  }

  function told(): Line['retest'] {
    if (!retest) return null;
    const grade = /^[0-3]$/.test(then.trim()) ? GRADES[Number(then)] : undefined;
    if (!grade) throw new Contradiction(m.typing_then());
    return { id: retest, then: grade };
  }

  function hurt(): Line['pain'] {
    if (!region && pain === null) return null;
    if (!region || pain === null) throw new Contradiction(m.typing_pain());
    if (pain < 0 || pain > 10) throw new Contradiction(m.typing_pain());
    return { region, ...(side && { side }), intensity: pain, signs: [] };
  }

  /** Keeps the line and goes on to the next. */
  function save() {
    wrong = null;
    trouble = '';
    try {
      writeLine(desk, athlete.id, test.id, {
        cells: cells(),
        cue: cue.trim(),
        retest: told(),
        pain: hurt(),
      });
    } catch (e) {
      if (!(e instanceof Unreadable || e instanceof Contradiction)) throw e;
      trouble = e.message;
      const field = fields()[wrong ?? columns.length];
      field?.focus();
      if (field instanceof HTMLInputElement) field.select(); // typing puts it right
      tell(trouble);
      return;
    }
    saved = true;
    [cue, retest, then, region, side, pain] = ['', '', '', '', '', null];
    go(1);
  }

  /** Without the mouse: Enter keeps, arrows move, a space in a grade goes on. */
  function key(event: KeyboardEvent, nth: number) {
    const field = event.currentTarget as HTMLElement;
    if (event.key === 'Enter') save();
    else if (field.tagName === 'SELECT') return;
    else if (event.key === 'ArrowDown') go(1);
    else if (event.key === 'ArrowUp') go(-1);
    else if (event.key === ' ' && nth < columns.length) fields()[nth + 1]?.focus();
    else return;
    event.preventDefault();
  }
</script>

<tr bind:this={line} data-athlete={athlete.shortName}>
  <th scope="row">{athlete.shortName}</th>
  {#if held}
    <td colspan={columns.length + 5}>{stateWord[athlete.state]()}</td>
  {:else}
    {#each columns as column, i (i)}
      <td>
        <input
          class={{ wide: column.measured, wrong: wrong === i }}
          bind:value={texts[i]}
          aria-label="{athlete.shortName}: {say(column.criterion.name)} {column.label}"
          aria-invalid={wrong === i}
          autocomplete="off"
          inputmode={column.measured ? 'decimal' : 'text'}
          onfocus={(e) => {
            tell(`${say(column.criterion.name)} ${column.label}: ${legendOf(column)}`);
            e.currentTarget.select();
          }}
          onkeydown={(e) => key(e, i)}
        />
      </td>
    {/each}
    <td
      ><input
        class="text"
        bind:value={cue}
        maxlength="200"
        aria-label="{athlete.shortName}: {m.typing_cue()}"
        onfocus={() => tell(m.typing_cue_text())}
        onkeydown={(e) => key(e, columns.length)}
      /></td
    >
    <td
      ><select
        bind:value={retest}
        aria-label="{athlete.shortName}: {m.retest()}"
        onfocus={() => tell(m.typing_retest_text())}
        onkeydown={(e) => key(e, columns.length + 1)}
      >
        <option value="">–</option>
        {#each retests as r (r.id)}<option value={r.id}>{say(r.name)}</option>{/each}
      </select></td
    >
    <td
      ><input
        bind:value={then}
        aria-label="{athlete.shortName}: {m.typing_then_label()}"
        onfocus={() => tell(m.typing_then())}
        onkeydown={(e) => key(e, columns.length + 2)}
      /></td
    >
    <td class="whitespace-nowrap"
      ><select
        bind:value={region}
        aria-label="{athlete.shortName}: {m.pain_where()}"
        onfocus={() => tell(m.typing_pain())}
        onkeydown={(e) => key(e, columns.length + 3)}
      >
        <option value="">–</option>
        {#each Object.entries(regionWord) as [value, word] (value)}<option {value}>{word()}</option
          >{/each}
      </select><select
        bind:value={side}
        aria-label="{athlete.shortName}: {m.injury_side()}"
        onkeydown={(e) => key(e, columns.length + 4)}
      >
        <option value="">–</option>
        {#each Object.entries(sideWord) as [value, word] (value)}<option {value}>{word()}</option
          >{/each}
      </select><input
        type="number"
        min="0"
        max="10"
        bind:value={pain}
        aria-label="{athlete.shortName}: {m.typing_pain_label()}"
        onfocus={() => tell(m.typing_pain())}
        onkeydown={(e) => key(e, columns.length + 5)}
      /></td
    >
    <td class="state"
      ><span role="status"
        >{#if trouble}<strong class="text-error">{trouble}</strong>{:else if saved}{m.typing_saved({
            faults: texts.filter((t) => /^[1-3|]/.test(t)).length,
            none: cellWord.NONE(),
          })}{/if}</span
      ></td
    >
  {/if}
</tr>
