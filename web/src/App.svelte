<script lang="ts">
  import Router, { type RouteDefinition } from 'svelte-spa-router';
  import { wrap } from 'svelte-spa-router/wrap';
  import { getLocale } from './lib/paraglide/runtime';
  import { session } from './lib/session.svelte';
  import Shell from './lib/shell/Shell.svelte';
  import { m } from './lib/paraglide/messages';
  import { trouble } from './lib/words/trouble';
  import Gone from './lib/shell/Gone.svelte';

  document.documentElement.lang = getLocale();
  // A code opens its station, and a link its card, whoever was here before.
  const joining = /^#\/(join|card)\//.test(location.hash);
  if (!joining) void session.load();

  const join = wrap({ asyncComponent: () => import('./screens/join/Join.svelte') });
  const card = wrap({ asyncComponent: () => import('./screens/card/Card.svelte') });
  const today = wrap({ asyncComponent: () => import('./screens/today/Today.svelte') });
  const station = wrap({ asyncComponent: () => import('./screens/station/Station.svelte') });
  const practice = wrap({ asyncComponent: () => import('./screens/practice/Practice.svelte') });
  const training = wrap({ asyncComponent: () => import('./screens/session/Session.svelte') });
  const account = wrap({ asyncComponent: () => import('./screens/people/Account.svelte') });
  const exercise = wrap({ asyncComponent: () => import('./screens/exercise/Exercise.svelte') });
  const results = {
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
  };
  const lead: RouteDefinition = {
    ...results,
    '/': today,
    '/roster': wrap({ asyncComponent: () => import('./screens/roster/Teams.svelte') }),
    '/roster/:team': wrap({ asyncComponent: () => import('./screens/roster/Roster.svelte') }),
    '/protocols': wrap({ asyncComponent: () => import('./screens/protocols/Protocols.svelte') }),
    '/protocols/:id/:version': wrap({
      asyncComponent: () => import('./screens/protocols/Protocol.svelte'),
    }),
    '/measuring': wrap({ asyncComponent: () => import('./screens/measuring/Measuring.svelte') }),
    '/body': wrap({ asyncComponent: () => import('./screens/body/Body.svelte') }),
    '/exercise/:id': exercise,
    '/account': account,
    '/access/:athlete?': wrap({ asyncComponent: () => import('./screens/people/Access.svelte') }),
    '/retention': wrap({ asyncComponent: () => import('./screens/people/Retention.svelte') }),
    '/archive': wrap({ asyncComponent: () => import('./screens/archive/Archive.svelte') }),
    '/people': wrap({ asyncComponent: () => import('./screens/people/People.svelte') }),
    '/screening/:id/station': station,
    '/screening/:id/station/:station': station,
    '/screening/:id/practice/:station?': practice,
    '/screening/:id/typing/:sheet?': wrap({
      asyncComponent: () => import('./screens/typing/Typing.svelte'),
    }),
    '/screening/:id/plan': wrap({ asyncComponent: () => import('./screens/plan/Plan.svelte') }),
    '/screening/:id/board': wrap({ asyncComponent: () => import('./screens/board/Board.svelte') }),
    '/screening/:id/again': wrap({ asyncComponent: () => import('./screens/again/Again.svelte') }),
    '/screening/:id/raters': wrap({
      asyncComponent: () => import('./screens/agreement/Agreement.svelte'),
    }),
    '/screening/:id/schools': wrap({
      asyncComponent: () => import('./screens/protocols/Compare.svelte'),
    }),
    '/screening/:id/next': wrap({
      asyncComponent: () => import('./screens/followup/FollowUp.svelte'),
    }),
    '/screening/:id/forming': wrap({
      asyncComponent: () => import('./screens/forming/Forming.svelte'),
    }),
    '/screening/:id/training': wrap({
      asyncComponent: () => import('./screens/training/Training.svelte'),
    }),
    '/screening/:id/papers': wrap({
      asyncComponent: () => import('./screens/papers/Papers.svelte'),
    }),
    '/block/:block/session/:session/:group?': training,
    '/halls': wrap({ asyncComponent: () => import('./screens/halls/Halls.svelte') }),
    '/halls/:id': wrap({ asyncComponent: () => import('./screens/halls/Hall.svelte') }),
    '*': Gone,
  };
  const everybody: RouteDefinition = {
    '/': today,
    '/account': account,
    '/exercise/:id': exercise,
  };
  const viewer: RouteDefinition = { ...everybody, ...results, '*': Gone };
  const rater: RouteDefinition = {
    ...everybody,
    '/block/:block/session/:session/:group?': training,
    '/screening/:id/station': station,
    '/screening/:id/station/:station': station,
    '/screening/:id/practice/:station?': practice,
    '*': Gone,
  };
  const helper: RouteDefinition = {
    '/join/:code': join,
    '/screening/:id/station/:station': station,
    '/screening/:id/practice/:station?': practice,
    '*': wrap({ asyncComponent: () => import('./screens/join/Opened.svelte') }),
  };
  const mine = $derived(
    session.lead ? lead : session.viewer ? viewer : session.opened ? helper : rater,
  );
  const outside: RouteDefinition = {
    '/join/:code': join,
    '/card/:code': card,
    '/reset/:code': wrap({ asyncComponent: () => import('./screens/signin/Reset.svelte') }),
    '/setup/:code': wrap({ asyncComponent: () => import('./screens/signin/Setup.svelte') }),
    '*': wrap({ asyncComponent: () => import('./screens/signin/SignIn.svelte') }),
  };
</script>

{#if joining && !session.loaded}
  <Router routes={{ '/join/:code': join, '/card/:code': card }} />
{:else if session.failed && !session.loaded}
  <main class="mx-auto max-w-prose p-8" role="alert">
    <h1>{m.brand()}</h1>
    <p class="mt-4">{trouble(session.failed)}</p>
    <button class="btn mt-4 btn-primary" onclick={() => session.load()}>{m.try_again()}</button>
  </main>
{:else if session.loaded && session.me}
  <Shell><Router routes={mine} restoreScrollState /></Shell>
{:else if session.loaded}
  <Router routes={outside} />
{/if}
