<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
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

  let changing = $state(false);
  /** What stands in the form; an empty field is computed. */
  let heels = $state<number | null>(null);
  let left = $state<number | null>(null);
  let right = $state<number | null>(null);
  let split = $state<number | null>(null);
  let rearBox = $state<number | null>(null);

  /** As far as the server takes them. */
  const WIDEST = 250;
  const MOST_TURNED = 90;
  const [LOWEST_BOX, HIGHEST_BOX] = [15, 51];
  const chosen = $derived(personal.chosen);

  function open() {
    heels = chosen?.heels ?? null;
    left = chosen?.turnOut.left ?? null;
    right = chosen?.turnOut.right ?? null;
    split = chosen?.split ?? null;
    rearBox = chosen?.rearBox ?? null;
    changing = true;
  }

  function keep(event: SubmitEvent) {
    event.preventDefault();
    choose({
      ...(heels !== null && { heels }),
      turnOut: { ...(left !== null && { left }), ...(right !== null && { right }) },
      ...(split !== null && { split }),
      ...(rearBox !== null && { rearBox }),
    });
    changing = false;
  }

  function reset() {
    choose({ turnOut: {} });
    changing = false;
  }

  /** Without a height on the roster only what was chosen or found is known. */
  const width = $derived(stance ? 100 * stance.heels : personal.stanceCentimetres);
  const feet = $derived(turnedOut(stance?.turnOut ?? personal.turnOut));
</script>

{#snippet origin(isChosen: boolean, isFound: boolean)}
  <span class="quiet text-sm"
    >({isChosen ? m.stance_chosen() : isFound ? m.stance_found() : m.stance_from_lengths()})</span
  >
{/snippet}

{#snippet field(
  label: string,
  unit: string,
  value: number | null,
  computed: number | undefined,
  set: (value: number | null) => void,
  least: number,
  most: number,
)}
  <label class="flex items-center justify-between gap-2">
    {label}
    <span class="flex items-center gap-1"
      ><input
        class="input h-11 w-24 text-right"
        type="number"
        inputmode="decimal"
        min={least}
        max={most}
        step="any"
        {value}
        placeholder={computed === undefined ? '' : integer(computed)}
        oninput={(e) => {
          const typed = e.currentTarget.valueAsNumber;
          set(Number.isNaN(typed) ? null : typed);
        }}
      />{unit}</span
    >
  </label>
{/snippet}

<section class="floor-line pt-3">
  <div class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h2>{m.stance_title()}</h2>
    {#if !changing}<button class="btn-soft-line btn" onclick={open}>{m.stance_change()}</button
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
          {feet.join(', ')}
          {@render origin(
            chosen?.turnOut.left !== undefined || chosen?.turnOut.right !== undefined,
            personal.turnOut.left !== undefined || personal.turnOut.right !== undefined,
          )}
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
      {@render field(
        m.stance_heels(),
        'cm',
        heels,
        stance && 100 * stance.heels,
        (v) => (heels = v),
        0,
        WIDEST,
      )}
      {@render field(
        m.stance_left(),
        '°',
        left,
        stance?.turnOut.left,
        (v) => (left = v),
        -MOST_TURNED,
        MOST_TURNED,
      )}
      {@render field(
        m.stance_right(),
        '°',
        right,
        stance?.turnOut.right,
        (v) => (right = v),
        -MOST_TURNED,
        MOST_TURNED,
      )}
      {@render field(
        m.stance_split(),
        'cm',
        split,
        stance && 100 * stance.split,
        (v) => (split = v),
        0,
        WIDEST,
      )}
      {@render field(
        m.stance_box(),
        'cm',
        rearBox,
        box?.centimetres,
        (v) => (rearBox = v),
        LOWEST_BOX,
        HIGHEST_BOX,
      )}
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
