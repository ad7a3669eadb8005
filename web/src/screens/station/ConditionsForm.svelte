<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { aidWord, armsWord, sideWord, type Side } from '../../lib/words/judgement';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  type Kind = Schemas['ConditionsAid']['kind'];
  const c = $derived(desk.conditions);
  const carries = $derived(c.load.position !== 'NONE');
  const kinds = Object.keys(aidWord) as Kind[];
  const bounds = $derived(desk.station.bounds);
  const turnOut = $derived(desk.station.protocol.policies['turnOut']);

  /** What was typed, held within what can be. */
  const number = (e: Event) => {
    const input = e.currentTarget as HTMLInputElement;
    const value = input.valueAsNumber;
    if (Number.isNaN(value)) return undefined;
    const held = Math.min(Math.max(value, Number(input.min)), Number(input.max));
    if (held !== value) input.value = String(held);
    return held;
  };

  function turn(side: 'left' | 'right', value: number | undefined) {
    const turnOut = { ...c.turnOut };
    if (value === undefined) delete turnOut[side];
    else turnOut[side] = value;
    desk.change({ turnOut });
  }

  function stance(value: number | undefined) {
    if (value === undefined) desk.change({}, 'stanceCentimetres');
    else desk.change({ stanceCentimetres: value });
  }

  function aid(kind: Kind, on: boolean) {
    desk.change({ aids: on ? [...c.aids, { kind }] : c.aids.filter((a) => a.kind !== kind) });
  }

  function height(kind: Kind, value: number | undefined) {
    desk.change({
      aids: c.aids.map((a) =>
        a.kind === kind
          ? { kind, ...(a.side && { side: a.side }), ...(value && { heightCentimetres: value }) }
          : a,
      ),
    });
  }

  function treated(side: Side | '') {
    if (side) desk.change({ treatedSide: side });
    else desk.change({}, 'treatedSide');
  }
</script>

{#snippet field(
  label: string,
  unit: string,
  value: number | undefined,
  set: (value: number | undefined) => void,
  most: number,
  least = 0,
)}
  <label class="flex items-center justify-between gap-2">
    {label}
    <span class="flex items-center gap-1"
      ><input
        class="input h-11 w-20 text-right"
        type="number"
        inputmode="decimal"
        min={least}
        max={most}
        step="0.5"
        value={value ?? ''}
        onchange={(e) => set(number(e))}
      />{unit}</span
    >
  </label>
{/snippet}

<div class="grid gap-2">
  <label class="flex min-h-11 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={c.archAssisted}
      onchange={(e) => desk.change({ archAssisted: e.currentTarget.checked })}
    />{m.arch_assisted()}
  </label>
  <label class="flex min-h-11 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={c.shoes}
      onchange={(e) => desk.change({ shoes: e.currentTarget.checked })}
    />{m.shoes_on()}
  </label>
  {#if carries}{@render field(
      m.load(),
      'kg',
      c.load.kilograms,
      (v) => desk.change({ load: { ...c.load, kilograms: v ?? 0 } }),
      bounds.kilograms,
    )}{/if}
  <label class="flex items-center justify-between gap-2">
    {m.arms()}
    <select
      class="select h-11 w-36"
      value={c.arms}
      onchange={(e) =>
        desk.change({ arms: e.currentTarget.value as Schemas['Conditions']['arms'] })}
    >
      {#each Object.entries(armsWord) as [value, word] (value)}<option {value}>{word()}</option
        >{/each}
    </select>
  </label>
  {#if turnOut?.target && turnOut.tolerance && desk.test.pattern === 'SQUAT'}<p
      class="quiet text-sm"
    >
      {m.turn_out_aim({ aim: turnOut.target.value, within: turnOut.tolerance.value })}
    </p>{/if}
  {@render field(m.stance_width(), 'cm', c.stanceCentimetres, stance, bounds.stance)}
  {#each ['left', 'right'] as const as side (side)}
    {@render field(
      `${m.turn_out()} ${sideWord[side === 'left' ? 'LEFT' : 'RIGHT']()}`,
      '°',
      c.turnOut[side],
      (v) => turn(side, v),
      bounds.turnOut,
      -bounds.turnOut,
    )}
  {/each}
  <fieldset>
    <legend class="font-bold">{m.aids()}</legend>
    {#each kinds as kind (kind)}
      {@const used = c.aids.find((a) => a.kind === kind)}
      <div class="flex min-h-11 items-center justify-between gap-2">
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox"
            checked={!!used}
            onchange={(e) => aid(kind, e.currentTarget.checked)}
          />{aidWord[kind]()}</label
        >
        {#if used}<span class="flex items-center gap-1"
            ><input
              class="input h-11 w-16 text-right"
              type="number"
              inputmode="decimal"
              min="0"
              max={bounds.aidHeight}
              step="0.5"
              aria-label="{aidWord[kind]()}, {m.aid_height()}"
              value={used.heightCentimetres ?? ''}
              onchange={(e) => height(kind, number(e))}
            />cm</span
          >{/if}
      </div>
    {/each}
  </fieldset>
  <label class="flex items-center justify-between gap-2">
    {m.treated_side()}
    <select
      class="select h-11 w-28"
      value={c.treatedSide ?? ''}
      onchange={(e) => treated(e.currentTarget.value as Side | '')}
    >
      <option value="">{m.none()}</option>
      <option value="LEFT">{sideWord.LEFT()}</option>
      <option value="RIGHT">{sideWord.RIGHT()}</option>
    </select>
  </label>
</div>
