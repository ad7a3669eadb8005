<script lang="ts">
  import { api, ask, type Schemas } from '../api/client';
  import { m } from '../paraglide/messages';
  import { trouble } from '../words/trouble';
  import { moment } from '../words/words';

  interface Props {
    screening: string;
    entries: Schemas['ResultControllerSetAsideView'][];
    changed: () => Promise<void>;
  }
  let { screening, entries, changed }: Props = $props();
  let busy = $state(false);
  let error = $state.raw<unknown>(null);

  /** Takes a damaged fact back as any other is taken back: it stays in the book and says nothing. */
  async function takeBack(entry: Schemas['ResultControllerSetAsideView']) {
    busy = true;
    error = null;
    try {
      await ask(
        api.POST('/api/screenings/{id}/facts', {
          params: { path: { id: screening } },
          body: {
            facts: [
              {
                id: crypto.randomUUID(),
                athlete: entry.athlete,
                at: new Date().toISOString(),
                supersedes: entry.fact,
                fact: { kind: 'withdrawn' },
              },
            ],
          },
        }),
      );
      await changed();
    } catch (e) {
      error = e;
    }
    busy = false;
  }
</script>

{#if entries.length}
  <section class="mb-5 border-l-4 border-error pl-4" data-testid="set-aside">
    <h2 class="text-xl">{m.set_aside_title({ count: entries.length })}</h2>
    <p class="max-w-prose">{m.set_aside_text()}</p>
    <ul class="mt-2">
      {#each entries as entry (entry.fact)}
        <li class="flex flex-wrap items-center gap-3 py-1">
          {m.set_aside_one({ name: entry.name, author: entry.author, time: moment(entry.at) })}
          <button class="btn-soft-line btn" disabled={busy} onclick={() => takeBack(entry)}
            >{m.set_aside_take_back()}</button
          >
        </li>
      {/each}
    </ul>
    {#if error}<p class="mt-2 font-bold" role="alert">{trouble(error)}</p>{/if}
  </section>
{/if}
