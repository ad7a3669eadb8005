<script lang="ts">
  import { api, ask } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { effectWord } from '../../lib/words/judgement';
  import { quoted, say } from '../../lib/words/words';

  let { screening, athlete }: { screening: string; athlete: string } = $props();

  const tried = Resource.at(
    () => `${screening} ${athlete}`,
    async () => {
      const path = { id: screening, athlete };
      return (await ask(api.GET('/api/screenings/{id}/teaching/{athlete}', { params: { path } })))
        .tried;
    },
  );
</script>

<!-- Which cues were taught, and what each did. -->
{#if tried.data?.length}
  <section class="mt-8" data-testid="tried-cues">
    <h2>{m.tried_cues()}</h2>
    <ul class="mt-1">
      {#each tried.data as cue, i (i)}
        <li>
          {quoted(say(cue.words))}{#if cue.before}: <strong>{effectWord[cue.before]()}</strong>{/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}
