<script lang="ts">
  import type { Schemas } from '../api/client';
  import { m } from '../paraglide/messages';

  interface Props {
    places: Schemas['InventoryPlace'][];
    /** What stands at each place, by its name. */
    at?: Record<string, { text: string; colour: string }[]>;
    /** Where places can be moved. */
    moved?: (place: number, x: number, y: number) => void;
  }
  let { places, at = {}, moved }: Props = $props();

  const [WIDTH, HEIGHT] = [600, 340];
  const INSET = 34;
  const STEP = 0.02;
  const within = (value: number) => Math.min(1, Math.max(0, value));
  const left = (x: number) => INSET + x * (WIDTH - 2 * INSET);
  const top = (y: number) => INSET + y * (HEIGHT - 2 * INSET);

  let map: SVGSVGElement;
  let dragged = $state<number | null>(null);

  function drag(event: PointerEvent) {
    if (dragged === null) return;
    const box = map.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * WIDTH;
    const y = ((event.clientY - box.top) / box.height) * HEIGHT;
    moved?.(
      dragged,
      within((x - INSET) / (WIDTH - 2 * INSET)),
      within((y - INSET) / (HEIGHT - 2 * INSET)),
    );
  }

  const steps: Record<string, [number, number]> = {
    ArrowLeft: [-STEP, 0],
    ArrowRight: [STEP, 0],
    ArrowUp: [0, -STEP],
    ArrowDown: [0, STEP],
  };
  function key(event: KeyboardEvent, p: number) {
    const step = steps[event.key];
    const place = places[p];
    if (!step || !place) return;
    event.preventDefault();
    moved?.(p, within(place.x + step[0]), within(place.y + step[1]));
  }
</script>

<!-- A hall seen from above: its floor lines, and a mat at each place. -->
<svg
  bind:this={map}
  viewBox="0 0 {WIDTH} {HEIGHT}"
  class="w-full touch-none border-2 border-base-content"
  role={moved ? 'application' : 'img'}
  aria-label={m.hall_map()}
  onpointermove={drag}
  onpointerup={() => (dragged = null)}
  onpointerleave={() => (dragged = null)}
>
  <g fill="none" stroke="var(--color-base-300)" stroke-width="3" aria-hidden="true">
    <rect x="12" y="12" width={WIDTH - 24} height={HEIGHT - 24} />
    <path d="M{WIDTH / 2} 12V{HEIGHT - 12}" />
    <circle cx={WIDTH / 2} cy={HEIGHT / 2} r="42" />
  </g>
  {#each places as place, p (p)}
    {@const groups = at[place.name] ?? []}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <g
      transform="translate({left(place.x)} {top(place.y)})"
      role={moved ? 'button' : undefined}
      tabindex={moved ? 0 : undefined}
      aria-label={place.name}
      class={moved ? 'cursor-grab' : ''}
      onpointerdown={() => moved && (dragged = p)}
      onkeydown={(e) => moved && key(e, p)}
    >
      <rect
        x="-26"
        y="-17"
        width="52"
        height="34"
        fill="var(--color-base-100)"
        stroke={groups[0]?.colour ?? 'var(--color-base-content)'}
        stroke-width="3"
      />
      <text text-anchor="middle" y="6" class="sign" font-size="20" fill="currentColor"
        >{groups.map((g) => g.text).join(' ') || p + 1}</text
      >
      <text text-anchor="middle" y="32" font-size="14" fill="currentColor">{place.name}</text>
    </g>
  {/each}
</svg>
