<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import Page from '../../lib/shell/Page.svelte';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { say } from '../../lib/words/words';

  const protocols = new Resource(() => ask(api.GET('/api/protocols')));
</script>

<Page title={m.nav_protocols()}>
  <p class="mb-5 max-w-prose">{m.protocols_text()}</p>
  <Loaded resource={protocols}>
    {#snippet children(all)}
      {@const names = [...new Set(all.map((p) => p.id))]}
      <ul class="grid gap-6">
        {#each names as id (id)}
          {@const versions = all.filter((p) => p.id === id)}
          {@const newest = versions.at(-1)}
          {#if newest}
            <li class="floor-line grid gap-x-8 gap-y-2 pt-3 md:grid-cols-[minmax(0,1fr)_auto]">
              <div>
                <h2>
                  <a class="hover:underline" href="#/protocols/{id}/{newest.version}"
                    >{say(newest.name)}</a
                  >
                </h2>
                <p class="max-w-prose">{say(newest.summary)}</p>
              </div>
              <ul class="flex flex-wrap items-center gap-2">
                {#each versions as p (p.version)}
                  <li>
                    <a class="btn-soft-line btn" href="#/protocols/{p.id}/{p.version}"
                      >{m.version({ version: p.version })}{p.shipped ? '' : ` · ${m.own()}`}</a
                    >
                  </li>
                {/each}
              </ul>
            </li>
          {/if}
        {/each}
      </ul>
    {/snippet}
  </Loaded>
</Page>
