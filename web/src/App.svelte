<script lang="ts">
  import Router, { type RouteDefinition } from 'svelte-spa-router';
  import { wrap } from 'svelte-spa-router/wrap';
  import { getLocale } from './lib/paraglide/runtime';
  import { session } from './lib/session.svelte';
  import Shell from './lib/shell/Shell.svelte';
  import { m } from './lib/paraglide/messages';
  import { trouble } from './lib/words/words';
  import Gone from './lib/shell/Gone.svelte';

  document.documentElement.lang = getLocale();
  void session.load();

  const today = wrap({ asyncComponent: () => import('./screens/today/Today.svelte') });
  const station = wrap({ asyncComponent: () => import('./screens/station/Station.svelte') });
  const lead: RouteDefinition = {
    '/': today,
    '/roster': wrap({ asyncComponent: () => import('./screens/roster/Teams.svelte') }),
    '/roster/:team': wrap({ asyncComponent: () => import('./screens/roster/Roster.svelte') }),
    '/people': wrap({ asyncComponent: () => import('./screens/people/People.svelte') }),
    '/screening/:id/station': station,
    '/screening/:id/results': wrap({
      asyncComponent: () => import('./screens/results/Results.svelte'),
    }),
    '/screening/:id/athlete/:athlete': wrap({
      asyncComponent: () => import('./screens/athlete/Athlete.svelte'),
    }),
    '/screening/:id/ranking': wrap({
      asyncComponent: () => import('./screens/ranking/Ranking.svelte'),
    }),
    '/screening/:id/groups': wrap({
      asyncComponent: () => import('./screens/groups/Groups.svelte'),
    }),
    '*': Gone,
  };
  const rater: RouteDefinition = {
    '/': today,
    '/screening/:id/station': station,
    '*': Gone,
  };
  const outside: RouteDefinition = {
    '/setup/:code': wrap({ asyncComponent: () => import('./screens/signin/Setup.svelte') }),
    '*': wrap({ asyncComponent: () => import('./screens/signin/SignIn.svelte') }),
  };
</script>

{#if session.failed && !session.loaded}
  <main class="mx-auto max-w-prose p-8" role="alert">
    <h1>{m.brand()}</h1>
    <p class="mt-4">{trouble(session.failed)}</p>
    <button class="btn mt-4 btn-primary" onclick={() => session.load()}>{m.try_again()}</button>
  </main>
{:else if session.loaded && session.me}
  <Shell><Router routes={session.lead ? lead : rater} restoreScrollState /></Shell>
{:else if session.loaded}
  <Router routes={outside} />
{/if}
