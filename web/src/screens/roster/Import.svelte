<script lang="ts">
  import { api, ask, mostMegabytes, Problem, sendFile, type Schemas } from '../../lib/api/client';
  import { limits } from '../../lib/api/limits';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';
  import { integer } from '../../lib/words/words';
  import { actionWord, columnWord, problemWord } from './import-words';

  interface Props {
    team: string;
    done: (words: string) => Promise<void>;
    cancel?: (() => void) | undefined;
  }
  let { team, done, cancel }: Props = $props();

  type Preview = Schemas['RosterImportsPreview'];
  let preview = $state.raw<Preview | null>(null);
  let pasted = $state('');
  let busy = $state(false);
  let leaveOut = $state(false);
  let error = $state<unknown>(null);
  let shown = $state(100);
  let onlyProblems = $state(false);

  const count = (action: string) => preview?.counts[action] ?? 0;
  const rows = $derived(
    (preview?.rows ?? []).filter((r) => !onlyProblems || r.action === 'PROBLEM'),
  );
  const writes = $derived(count('NEW') + count('UPDATE'));
  const ready = $derived(writes > 0 && (count('PROBLEM') === 0 || leaveOut));

  async function work(step: () => Promise<void>) {
    busy = true;
    error = null;
    try {
      await step();
    } catch (e) {
      error = e;
    }
    busy = false;
  }

  const take = (call: Promise<Preview>) =>
    work(async () => {
      preview = await call;
      shown = 100;
      leaveOut = onlyProblems = false;
    });

  function upload(file: File | undefined) {
    if (!file) return;
    void take(
      sendFile<Preview>(
        `/api/teams/${team}/imports?${new URLSearchParams({ name: file.name.slice(0, 200) })}`,
        file,
      ),
    );
  }

  const paste = () =>
    take(
      ask(
        api.POST('/api/teams/{id}/imports/pasted', {
          params: { path: { id: team } },
          body: { text: pasted },
        }),
      ),
    );

  function remap(at: number, column: string) {
    if (!preview) return;
    const columns = preview.columns.map((c, i) =>
      i === at ? column : c.column === column ? 'IGNORED' : c.column,
    ) as Schemas['RosterControllerMapping']['columns'];
    void take(
      ask(
        api.PUT('/api/imports/{id}/mapping', {
          params: { path: { id: preview.id } },
          body: { columns },
        }),
      ),
    );
  }

  const discard = () =>
    work(async () => {
      if (preview)
        await ask(api.DELETE('/api/imports/{id}', { params: { path: { id: preview.id } } }));
      preview = null;
    });

  const confirm = () =>
    work(async () => {
      const taken = preview;
      if (!taken) return;
      try {
        const result = await ask(
          api.POST('/api/imports/{id}/confirm', {
            params: { path: { id: taken.id } },
            body: { expected: taken.counts, leaveOutProblems: leaveOut },
          }),
        );
        preview = null;
        pasted = '';
        await done(
          m.import_done({ added: result.added, changed: result.changed, leftOut: result.leftOut }),
        );
      } catch (e) {
        if (e instanceof Problem && e.code === 'roster-changed') {
          const columns = taken.columns.map((c) => c.column);
          preview = await ask(
            api.PUT('/api/imports/{id}/mapping', {
              params: { path: { id: taken.id } },
              body: { columns },
            }),
          );
        }
        throw e;
      }
    });
</script>

<section class="floor-line mb-8 pt-4" aria-labelledby="import-title">
  <h2 id="import-title">{m.import_title()}</h2>
  {#if !preview}
    <p class="mt-1 max-w-prose">{m.import_text()}</p>
    <div class="mt-4 grid gap-6 md:grid-cols-2">
      <div class="grid content-start gap-2">
        <label class="font-bold" for="paste">{m.import_paste()}</label>
        <textarea
          id="paste"
          class="textarea h-44 w-full font-mono text-sm"
          bind:value={pasted}
          maxlength={limits.RosterControllerPasted.text.maxLength}
          placeholder="Given name;Family name;Birth date;Height cm&#10;Amara;Lindwurm;2012-03-04;158,5"
        ></textarea>
        <button
          class="btn justify-self-start btn-primary"
          disabled={busy || !pasted.trim()}
          onclick={paste}>{m.import_look()}</button
        >
      </div>
      <div class="grid content-start gap-2">
        <label class="font-bold" for="file">{m.import_file()}</label>
        <input
          id="file"
          class="file-input w-full"
          type="file"
          accept=".csv,.tsv,.txt,.xlsx"
          disabled={busy}
          onchange={(e) => upload(e.currentTarget.files?.[0])}
        />
        <p class="quiet text-sm">
          {m.import_file_text({ megabytes: mostMegabytes(`/api/teams/${team}/imports`) })}
        </p>
      </div>
    </div>
  {:else}
    <p class="mt-1 max-w-prose">{m.import_preview_text()}</p>
    <h3 class="mt-4">{m.import_columns()}</h3>
    <div class="mt-2 flex flex-wrap gap-3">
      {#each preview.columns as column, i (i)}
        <label class="grid gap-1 text-sm">
          <span class="font-bold">{column.header || '–'}</span>
          <select
            class="select select-sm"
            value={column.column}
            onchange={(e) => remap(i, e.currentTarget.value)}
            disabled={busy}
          >
            {#each Object.entries(columnWord) as [value, word] (value)}<option {value}
                >{word()}</option
              >{/each}
          </select>
          <span class="quiet max-w-40 truncate">{column.example || '–'}</span>
        </label>
      {/each}
    </div>
    <div class="mt-5 flex flex-wrap items-center gap-x-6 gap-y-1" role="status">
      {#each ['NEW', 'UPDATE', 'UNCHANGED', 'PROBLEM'] as const as action (action)}
        <span
          ><strong class="sign text-2xl">{integer(count(action))}</strong>
          {actionWord[action]()}</span
        >
      {/each}
      {#if count('PROBLEM')}
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox"
            bind:checked={onlyProblems}
          />{m.import_only_problems()}</label
        >
      {/if}
    </div>
    <div
      class="mt-2 max-h-96 overflow-auto border border-base-300"
      role="region"
      aria-label={m.import_rows()}
    >
      <table class="w-full text-left">
        <thead class="sticky top-0 bg-base-200">
          <tr class="sign"
            ><th class="px-3 py-2">{m.row()}</th><th>{m.name()}</th><th>{m.import_what()}</th></tr
          >
        </thead>
        <tbody>
          {#each rows.slice(0, shown) as row (row.number)}
            <tr class="border-t border-base-300">
              <td class="px-3 py-1.5">{row.number}</td>
              <td class="pr-3">{row.name || '–'}</td>
              <td class={row.action === 'PROBLEM' ? 'font-bold text-error' : ''}>
                {actionWord[row.action]()}{#if row.changes.length}: {row.changes
                    .map((c) => columnWord[c]())
                    .join(', ')}{/if}
                {#if row.problem}: {problemWord(row.problem)}{/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if rows.length > shown}
        <button class="btn w-full btn-ghost" onclick={() => (shown += 500)}
          >{m.show_more({ count: rows.length - shown })}</button
        >
      {/if}
    </div>
    {#if count('PROBLEM')}
      <label class="mt-3 flex min-h-11 items-center gap-3">
        <input type="checkbox" class="checkbox" bind:checked={leaveOut} />{m.import_leave_out({
          count: count('PROBLEM'),
        })}
      </label>
    {/if}
    <div class="mt-3 flex flex-wrap gap-2">
      <button class="btn btn-primary" disabled={busy || !ready} onclick={confirm}
        >{m.import_confirm({ count: writes })}</button
      >
      <button class="btn-soft-line btn" disabled={busy} onclick={discard}>{m.import_other()}</button
      >
    </div>
  {/if}
  {#if error}<p class="mt-3 max-w-prose border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
  {#if cancel && !preview}<button class="btn mt-3 btn-ghost" onclick={cancel}>{m.cancel()}</button
    >{/if}
</section>
