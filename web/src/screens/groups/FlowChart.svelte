<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import { api, ask } from '../../lib/api/client';
  import { LINES } from '../../lib/focus/focus';
  import { m } from '../../lib/paraglide/messages';
  import { Resource } from '../../lib/shell/resource.svelte';
  import type { Focus } from '../../lib/words/judgement';
  import { day } from '../../lib/words/words';
  import { drawn, type At } from './flow';

  interface Props {
    screening: string;
    names: Names;
    focuses: Focus[];
  }
  let { screening, names, focuses }: Props = $props();

  const loaded = Resource.at(
    () => screening,
    () => ask(api.GET('/api/screenings/{id}/groups/flow', { params: { path: { id: screening } } })),
  );
  const flow = $derived(loaded.data?.flow);
  const chart = $derived(flow ? drawn(flow.moves, focuses) : null);

  const WIDTH = 640;
  const BAR = 12;
  const LABEL = 150;
  /** Height of one athlete: all fit, and few are not drawn huge. */
  const unit = $derived(Math.min(14, 420 / Math.max(1, chart?.height ?? 1)));
  const colour = (at: At) => (at === 'OPEN' ? 'var(--color-base-content)' : LINES[at].colour);
  const name = (at: At) => (at === 'OPEN' ? m.flow_open() : names.focus(at));
  const letter = (at: At) => (at === 'OPEN' ? '–' : LINES[at].letter);
  const [from, to] = [LABEL + BAR, WIDTH - LABEL - BAR];
  const middle = (from + to) / 2;
</script>

{#if flow && chart && chart.ribbons.length}
  <section class="floor-line mt-6 pt-3" data-testid="flow">
    <h2>{m.flow_title()}</h2>
    <p class="quiet">
      {m.flow_text({ before: day(flow.before.heldOn), now: day(flow.now.heldOn) })}
    </p>
    <!-- Each focus is a bar as high as its group; a ribbon is as wide as those who went that way. -->
    <svg
      class="mt-2 w-full max-w-4xl"
      viewBox="0 0 {WIDTH} {chart.height * unit + 8}"
      aria-hidden="true"
    >
      {#each chart.ribbons as ribbon (ribbon.from + ribbon.to)}
        {@const [a, b] = [ribbon.top * unit + 4, ribbon.end * unit + 4]}
        {@const thick = ribbon.names.length * unit}
        <path
          d="M{from} {a}C{middle} {a} {middle} {b} {to} {b}V{b + thick}C{middle} {b +
            thick} {middle} {a + thick} {from} {a + thick}Z"
          fill={colour(ribbon.to)}
          opacity={ribbon.from === ribbon.to ? 0.25 : 0.55}
        />
      {/each}
      {#each [{ stacks: chart.left, x: LABEL, text: LABEL - 8, anchor: 'end' }, { stacks: chart.right, x: to, text: to + BAR + 8, anchor: 'start' }] as const as side (side.x)}
        {#each side.stacks as stack (stack.at)}
          <rect
            x={side.x}
            y={stack.top * unit + 4}
            width={BAR}
            height={stack.count * unit}
            fill={colour(stack.at)}
          />
          <text
            x={side.text}
            y={(stack.top + stack.count / 2) * unit + 9}
            text-anchor={side.anchor}
            font-size="14"
            fill="currentColor">{letter(stack.at)} {name(stack.at)} {stack.count}</text
          >
        {/each}
      {/each}
    </svg>
    <details>
      <summary class="min-h-11 cursor-pointer py-2">{m.flow_list()}</summary>
      <ul>
        {#each chart.ribbons as ribbon (ribbon.from + ribbon.to)}
          <li class="border-b border-base-300 py-1">
            <strong
              >{m.flow_step({
                from: name(ribbon.from),
                to: name(ribbon.to),
                count: ribbon.names.length,
              })}</strong
            >
            <span class="quiet">{ribbon.names.join(', ')}</span>
          </li>
        {/each}
      </ul>
    </details>
  </section>
{/if}
