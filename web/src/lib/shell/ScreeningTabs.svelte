<script lang="ts">
  import { m } from '../paraglide/messages';
  import { session } from '../session.svelte';

  type Stop =
    | 'plan'
    | 'station'
    | 'board'
    | 'results'
    | 'again'
    | 'raters'
    | 'ranking'
    | 'groups'
    | 'training'
    | 'papers';
  let { screening, at }: { screening: string; at: Stop } = $props();

  const viewed: Stop[] = ['results', 'ranking', 'groups'];
  const all: [Stop, () => string][] = [
    ['plan', m.nav_plan],
    ['station', m.nav_station],
    ['board', m.nav_board],
    ['results', m.nav_results],
    ['again', m.nav_again],
    ['raters', m.raters],
    ['ranking', m.nav_ranking],
    ['groups', m.nav_groups],
    ['training', m.nav_training],
    ['papers', m.nav_papers],
  ];
  const stops = $derived(session.viewer ? all.filter(([stop]) => viewed.includes(stop)) : all);
</script>

<!-- The order of the day, as stops on one floor line; on a phone each stop stands before its word. -->
<nav class="mb-4" aria-label={m.nav_screening()}>
  <ol class="flex flex-wrap gap-x-6 sm:gap-x-8">
    {#each stops as [stop, label] (stop)}
      <li>
        <a
          class={[
            'sign relative flex min-h-11 items-center gap-2 text-lg sm:block sm:pt-4',
            stop === at ? 'here' : 'quiet hover:underline',
          ]}
          href="#/screening/{screening}/{stop}"
          aria-current={stop === at ? 'page' : undefined}>{label()}</a
        >
      </li>
    {/each}
  </ol>
</nav>

<style>
  a::before {
    content: '';
    width: 15px;
    height: 15px;
    border: 3px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  @media (width >= 40rem) {
    ol {
      border-top: 3px solid var(--color-base-content);
    }
    a::before {
      position: absolute;
      top: -9px;
      left: 0;
    }
  }
  .here::before {
    background: var(--color-accent);
  }
</style>
