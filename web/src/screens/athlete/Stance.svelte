<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { turnedOut } from '../../lib/words/stance';
  import { integer } from '../../lib/words/words';

  type Chosen = Omit<Schemas['FactStanceChosen'], 'kind'>;
  let {
    personal,
    stance,
    box,
    choose,
  }: {
    personal: Schemas['PersonalSetUp'];
    stance: Schemas['TrainingStance'] | undefined;
    /** The box under the rear foot. */
    box: Schemas['ProposalSize'] | undefined;
    /** Keeps a stance that was chosen. */
    choose: (chosen: Chosen) => void;
  } = $props();

  type Field = 'heels' | 'left' | 'right' | 'split' | 'rearBox';
  const SIDES = ['left', 'right'] as const;
  let changing = $state(false);
  /** What stands in the form; an empty field is computed. */
  let form = $state<Partial<Record<Field, number>>>({});

  /** As far as the server takes them. */
  const WIDEST = 250;
  const MOST_TURNED = 90;
  const [LOWEST_BOX, HIGHEST_BOX] = [15, 51];
  const chosen = $derived(personal.chosen);
  const fields = $derived<
    { id: Field; label: string; unit: string; computed: number | undefined; range: number[] }[]
  >([
    {
      id: 'heels',
      label: m.stance_heels(),
      unit: 'cm',
      computed: stance && 100 * stance.heels,
      range: [0, WIDEST],
    },
    ...SIDES.map((id) => ({
      id,
      label: id === 'left' ? m.stance_left() : m.stance_right(),
      unit: '°',
      computed: stance?.turnOut[id],
      range: [-MOST_TURNED, MOST_TURNED],
    })),
    {
      id: 'split',
      label: m.stance_split(),
      unit: 'cm',
      computed: stance && 100 * stance.split,
      range: [0, WIDEST],
    },
    {
      id: 'rearBox',
      label: m.stance_box(),
      unit: 'cm',
      computed: box?.centimetres,
      range: [LOWEST_BOX, HIGHEST_BOX],
    },
  ]);

  function open() {
    const { heels, split, rearBox } = chosen ?? {};
    form = {
      ...chosen?.turnOut,
      ...(heels !== undefined && { heels }),
      ...(split !== undefined && { split }),
      ...(rearBox !== undefined && { rearBox }),
    };
    changing = true;
  }

  function type(id: Field, value: number) {
    if (Number.isNaN(value)) delete form[id];
    else form[id] = value;
  }

  function keep(event: SubmitEvent) {
    event.preventDefault();
    const { left, right, ...others } = $state.snapshot(form);
    choose({
      ...others,
      turnOut: { ...(left !== undefined && { left }), ...(right !== undefined && { right }) },
    });
    changing = false;
  }

  function reset() {
    choose({ turnOut: {} });
    changing = false;
  }

  /** Without a height on the roster only what was chosen or found is known. */
  const width = $derived(stance ? 100 * stance.heels : personal.stanceCentimetres);
  const turned = $derived<Schemas['PersonalSetUp']['turnOut']>(stance?.turnOut ?? personal.turnOut);
  const feet = $derived(turnedOut(turned));
</script>

{#snippet origin(isChosen: boolean, isFound: boolean)}
  <span class="quiet text-sm"
    >({isChosen ? m.stance_chosen() : isFound ? m.stance_found() : m.stance_from_lengths()})</span
  >
{/snippet}

<section class="floor-line pt-3">
  <div class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h2>{m.stance_title()}</h2>
    {#if !changing && !session.viewer}<button class="btn-soft-line btn" onclick={open}
        >{m.stance_change()}</button
      >{/if}
  </div>
  {#if !changing}
    {#if width === undefined && !feet.length}<p class="mt-1">{m.stance_unknown()}</p>{/if}
    <dl class="facts mt-2">
      {#if width !== undefined}
        <dt class="sign">{m.stance_heels()}</dt>
        <dd>
          {m.stance_apart({ width: integer(width) })}
          {@render origin(chosen?.heels !== undefined, personal.stanceCentimetres !== undefined)}
        </dd>
      {/if}
      {#if feet.length}
        <dt class="sign">{m.stance_feet()}</dt>
        <dd>
          {#each SIDES as side (side)}
            {#if turned[side] !== undefined}
              <span class="block">
                {turnedOut({ [side]: turned[side] })[0]}
                {@render origin(
                  chosen?.turnOut[side] !== undefined,
                  personal.turnOut[side] !== undefined,
                )}
              </span>
            {/if}
          {/each}
        </dd>
      {/if}
      {#if stance}
        <dt class="sign">{m.stance_split()}</dt>
        <dd>
          {m.stance_split_value({
            split: integer(100 * stance.split),
            sore: integer(100 * stance.splitSore),
          })}
          {@render origin(chosen?.split !== undefined, false)}
        </dd>
      {/if}
      {#if box}
        <dt class="sign">{m.stance_box()}</dt>
        <dd>
          {m.stance_box_value({ height: integer(box.centimetres) })}
          {@render origin(chosen?.rearBox !== undefined, false)}
        </dd>
      {/if}
    </dl>
  {/if}
  {#if changing}
    <form class="mt-2 grid max-w-md gap-2" onsubmit={keep}>
      {#each fields as { id, label, unit, computed, range } (id)}
        <label class="flex items-center justify-between gap-2">
          {label}
          <span class="flex items-center gap-1"
            ><input
              class="input h-11 w-24 text-right"
              type="number"
              inputmode="decimal"
              min={range[0]}
              max={range[1]}
              step="any"
              value={form[id] ?? null}
              placeholder={computed === undefined ? '' : integer(computed)}
              oninput={(e) => type(id, e.currentTarget.valueAsNumber)}
            />{unit}</span
          >
        </label>
      {/each}
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-primary">{m.save()}</button>
        {#if chosen}<button type="button" class="btn-soft-line btn" onclick={reset}
            >{m.stance_reset()}</button
          >{/if}
        <button type="button" class="btn-soft-line btn" onclick={() => (changing = false)}
          >{m.cancel()}</button
        >
      </div>
    </form>
  {/if}
  <p class="quiet mt-1 text-sm">{m.stance_start()}</p>
</section>

<style>
  .facts {
    display: grid;
    grid-template-columns: minmax(5rem, 9rem) 1fr;
    gap: 0.4rem 1rem;
    align-items: baseline;
  }
</style>
