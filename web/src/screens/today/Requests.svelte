<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { Resource } from '../../lib/shell/resource.svelte';
  import { trouble } from '../../lib/words/trouble';
  import { moment } from '../../lib/words/words';

  const waiting = new Resource(() => ask(api.GET('/api/today/requests')));
  let error = $state.raw<unknown>(null);

  const kindWord: Record<Schemas['RequestsRequestView']['kind'], () => string> = {
    CORRECTION: m.request_correction,
    ERASURE: m.request_erasure,
  };

  async function done(id: string) {
    error = null;
    try {
      await ask(api.POST('/api/requests/{id}/done', { params: { path: { id } } }));
      await waiting.load();
    } catch (e) {
      error = e;
    }
  }
</script>

<!-- What families have asked for; the lead corrects or erases, and then says so. -->
{#if waiting.data?.length}
  <section class="mb-6 border-4 border-accent p-4" aria-labelledby="requests">
    <h2 id="requests">{m.requests_title({ count: waiting.data.length })}</h2>
    <ul>
      {#each waiting.data as request (request.id)}
        <li class="flex flex-wrap items-center justify-between gap-3 border-t border-base-300 py-2">
          <div class="max-w-prose flex-1 basis-72">
            <p>
              <strong>{request.name}</strong>: {kindWord[request.kind]()}
              <span class="quiet text-sm">{moment(request.at)}</span>
            </p>
            {#if request.text}<p class="break-words whitespace-pre-line">{request.text}</p>{/if}
          </div>
          <div class="flex gap-2">
            <a
              class="btn-soft-line btn h-12"
              href="#/roster/{request.team}?athlete={request.athlete}">{m.request_open()}</a
            >
            <button class="btn-soft-line btn h-12" onclick={() => done(request.id)}
              >{m.request_done()}</button
            >
          </div>
        </li>
      {/each}
    </ul>
    {#if error}<p class="mt-2 border-l-4 border-error pl-3" role="alert">{trouble(error)}</p>{/if}
  </section>
{/if}
