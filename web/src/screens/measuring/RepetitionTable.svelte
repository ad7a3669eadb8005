<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { measureName, reasonWord, unitSign } from '../../lib/words/motion';
  import { originOf } from '../../lib/words/origin';
  import { decimal, hundredths } from '../../lib/words/words';
  import { keyOf, type Bench, type Measure } from './bench.svelte';
  import type { Side } from '../../lib/motion/clip';

  let { bench }: { bench: Bench } = $props();

  type Measurement = Schemas['Measurement'];
  const TWO_DECIMALS = new Set([
    'knee distance / ankle distance',
    'hip rise / shoulder rise',
    'heel distance / hip-joint distance',
    'heel distance / shoulder width',
    'share of foot length',
    'share of the repetition',
    'seconds',
  ]);

  const repetitions = $derived(bench.report?.repetitions ?? []);
  const units = $derived(new Map(bench.measured?.measures.map((l) => [l.measure, l.unit])));
  const origins = $derived(new Map(bench.measured?.measures.map((l) => [l.measure, originOf(l)])));
  const told = $derived(new Map(bench.measured?.measures.map((l) => [l.measure, l.told])));

  /** Of each measure the value that stands for a repetition, or why there is none. */
  const stands = (x: Measurement): boolean =>
    x.moment === told.get(x.measure) || x.kind === 'notAssessable';

  interface Row {
    key: string;
    measure: Measure;
    side: Side | undefined;
    cells: (Measurement | undefined)[];
  }
  const rows = $derived.by(() => {
    const all = new Map<string, Row>();
    repetitions.forEach((r, i) => {
      for (const x of r.measurements.filter(stands)) {
        const key = keyOf(x.measure, x.side);
        const row = all.get(key) ?? {
          key,
          measure: x.measure,
          side: x.side,
          cells: repetitions.map(() => undefined),
        };
        if (!row.cells[i] || x.kind === 'value') row.cells[i] = x;
        all.set(key, row);
      }
    });
    return [...all.values()];
  });
  const known = $derived(rows.filter((r) => r.cells.some((c) => c?.kind === 'value')));
  const unknown = $derived(
    rows.filter(
      (r) =>
        !r.cells.some((c) => c?.kind === 'value') &&
        !(r.cells[0]?.kind === 'notAssessable' && r.cells[0].reason === 'NOT_REACHED'),
    ),
  );

  function digits(value: number, measure: Measure): string {
    return TWO_DECIMALS.has(units.get(measure) ?? '') ? hundredths(value) : decimal(value);
  }
  function noise(row: Row): string {
    const sems = row.cells.flatMap((c) => (c?.kind === 'value' ? [c.sem] : []));
    const middle = [...sems].sort((a, b) => a - b)[Math.floor(sems.length / 2)];
    return middle === undefined ? '' : `±${digits(1.96 * middle, row.measure)}`;
  }
</script>

{#if repetitions.length}
  <div class="relative overflow-x-auto">
    <table class="w-full text-left" data-testid="repetitions">
      <thead>
        <tr>
          <th scope="col">{m.meas_measure()}</th>
          <th scope="col" class="text-right">{m.meas_now()}</th>
          {#each repetitions as r (r.events.number)}
            <th scope="col" class="text-right">
              <button
                class="min-h-11 min-w-11 underline"
                title={m.meas_to_bottom()}
                onclick={() => ((bench.playing = false), bench.to(r.events.bottom))}
                >{bench.report?.still ? m.meas_picture() : r.events.number}</button
              >
            </th>
          {/each}
          <th scope="col" class="text-right whitespace-nowrap">{m.meas_noise()}</th>
        </tr>
      </thead>
      <tbody>
        {#each known as row (row.key)}
          {@const now = bench.now(row.measure, row.side)}
          <tr data-measure={row.key.trim()}>
            <th scope="row" class="font-normal" title={origins.get(row.measure)}
              >{measureName(row.measure, row.side)}</th
            >
            <td class="now text-right">{now === null ? '' : digits(now, row.measure)}</td>
            {#each row.cells as cell, i (i)}
              <td
                class="text-right"
                title={cell?.kind === 'notAssessable' ? reasonWord[cell.reason]() : undefined}
              >
                {#if cell?.kind === 'value'}{digits(cell.value, row.measure)}
                {:else}<span
                    class="hollow"
                    role="img"
                    aria-label={cell?.kind === 'notAssessable' ? reasonWord[cell.reason]() : ''}
                  ></span>{/if}
              </td>
            {/each}
            <td class="quiet text-right whitespace-nowrap"
              >{noise(row)}&nbsp;{unitSign(units.get(row.measure) ?? '')}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if unknown.length}
    <details class="mt-2">
      <summary class="flex min-h-11 cursor-pointer items-center underline"
        >{m.meas_not_assessable({ count: unknown.length })}</summary
      >
      <ul class="grid gap-1 pb-2 text-sm">
        {#each unknown as row (row.key)}
          {@const why = row.cells.find((c) => c?.kind === 'notAssessable')}
          <li>
            {measureName(row.measure, row.side)}: {why?.kind === 'notAssessable'
              ? reasonWord[why.reason]()
              : ''}
          </li>
        {/each}
      </ul>
    </details>
  {/if}
{/if}

<style>
  table {
    font-size: 0.9rem;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 0.2rem 0.5rem;
  }
  .now {
    font-weight: 700;
    background: var(--color-base-200);
    min-width: 4rem;
  }
  .hollow {
    display: inline-block;
    width: 0.7rem;
    height: 0.7rem;
    border: 1.5px solid currentColor;
  }
</style>
