<script lang="ts">
  import { tick } from 'svelte';
  import type { Names } from '../../lib/api/catalogue';
  import { api, ask, Problem, type Schemas } from '../../lib/api/client';
  import Placement from '../../lib/focus/Placement.svelte';
  import Reasons from '../../lib/focus/Reasons.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { session } from '../../lib/session.svelte';
  import { impossibleWord, partsWords } from '../../lib/words/fit';
  import type { Focus } from '../../lib/words/judgement';
  import { trouble } from '../../lib/words/trouble';
  import { day, decimal, moment, quoted, say } from '../../lib/words/words';
  import { rungKey, type Member, type Place } from './board';

  interface Props {
    screening: string;
    names: Names;
    focuses: { focus: Focus; name: string }[];
    trial: (next: Schemas['LinkReportNextTrial']) => string;
    decided: () => Promise<void>;
    cancelled: () => void;
  }
  let { screening, names, focuses, trial, decided, cancelled }: Props = $props();

  let dialog: HTMLDialogElement;
  let reasonField = $state<HTMLTextAreaElement>();
  let member = $state.raw<Member | null>(null);
  let focus = $state<Focus>('LOAD');
  let rung = $state('');
  let reason = $state('');
  let clearedBy = $state('');
  let clearedOn = $state('');
  let fit = $state.raw<Schemas['Fit'] | null>(null);
  let error = $state<unknown>(null);
  let busy = $state(false);

  const rungs = $derived(names.rungs(focus));
  const place = $derived<Place>(rungs.length ? { focus, rung } : { focus });
  const elsewhere = $derived(!member?.place || rungKey(member.place) !== rungKey(place));

  export function open(whom: Member, to?: Place) {
    member = whom;
    const at = to ?? whom.place;
    focus = at?.focus ?? 'LOAD';
    rung = at?.rung ?? names.rungs(focus)[0]?.id ?? '';
    reason = '';
    clearedBy = whom.decision?.cleared?.by ?? '';
    clearedOn = whom.decision?.cleared?.on ?? '';
    error = null;
    dialog.showModal();
    if (to) void tick().then(() => reasonField?.focus());
  }

  export async function lock(whom: Member) {
    member = whom;
    error = null;
    await decide(whom.decision ? 'RELEASE' : 'LOCK');
    if (error) dialog.showModal();
  }

  function refocus() {
    if (!rungs.some((r) => r.id === rung)) rung = rungs[0]?.id ?? '';
  }

  // The cost is shown before the move is made.
  $effect(() => {
    const asked = place;
    fit = null;
    if (!member || !elsewhere) return;
    const query = {
      athlete: member.athlete,
      focus: asked.focus,
      ...(asked.rung && { rung: asked.rung }),
    };
    void ask(
      api.GET('/api/screenings/{id}/groups/fit', { params: { path: { id: screening }, query } }),
    ).then(
      (answer) => asked === place && (fit = answer),
      (e: unknown) => (error = e),
    );
  });

  const needsClearance = $derived(fit?.kind === 'possible' && fit.needsClearance);

  async function decide(kind: Schemas['GroupControllerDecisionSent']['kind']) {
    if (!member) return;
    busy = true;
    error = null;
    try {
      await ask(
        api.POST('/api/screenings/{id}/decisions', {
          params: { path: { id: screening } },
          body: {
            id: crypto.randomUUID(),
            athlete: member.athlete,
            kind,
            ...(kind === 'MOVE' && { place }),
            reason,
            ...(kind === 'MOVE' && needsClearance && { cleared: { by: clearedBy, on: clearedOn } }),
            ...(member.last && { basedOn: member.last }),
          },
        }),
      );
      await decided();
      dialog.close();
    } catch (e) {
      error = e;
      if (e instanceof Problem && e.code === 'decided-meanwhile') {
        const now = e.details['now'] as Schemas['GroupsDecisionView'] | undefined;
        if (now) member = { ...member, last: now.id, decision: now };
        await decided();
      }
    }
    busy = false;
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="member-title" onclose={cancelled}>
  {#if member}
    <h2 id="member-title">
      <a class="hover:underline" href="#/screening/{screening}/athlete/{member.athlete}"
        >{member.name}</a
      >
    </h2>
    {#if member.decision}
      {@const d = member.decision}
      <div class="mt-3 border-l-4 border-accent pl-3">
        <p class="font-bold">
          {d.kind === 'LOCK'
            ? m.decision_lock({ place: d.place ? names.place(d.place) : '' })
            : d.kind === 'MOVE'
              ? m.decision_move({ place: d.place ? names.place(d.place) : '' })
              : m.decision_release()}
        </p>
        {#if d.reason}<p>{quoted(d.reason)}</p>{/if}
        {#if d.cleared}<p>
            {m.decision_cleared({ by: d.cleared.by, day: day(d.cleared.on) })}
          </p>{/if}
        <p class="quiet text-sm">{d.author}, {moment(d.at)}</p>
        {#if member.outdated}<p class="font-bold">{m.outdated()}</p>{/if}
      </div>
    {/if}
    <h3 class="mt-4 mb-1">{m.proposed()}</h3>
    <Placement proposal={member.proposal} {names} {screening} athlete={member.athlete} {trial} />
    <Reasons proposal={member.proposal} {names} />

    {#if session.viewer}<button class="btn-soft-line btn mt-5" onclick={() => dialog.close()}
        >{m.close()}</button
      >{:else}<form
        class="mt-5 grid gap-3 border-t-2 border-base-content pt-4"
        onsubmit={(e) => {
          e.preventDefault();
          void decide('MOVE');
        }}
      >
        <h3>{m.move_to()}</h3>
        <div class="grid gap-3 sm:grid-cols-2">
          <label class="grid gap-1 font-bold">
            {m.focus()}
            <select class="select w-full" bind:value={focus} onchange={refocus}>
              {#each focuses as f (f.focus)}<option value={f.focus}>{f.name}</option>{/each}
            </select>
          </label>
          {#if rungs.length}
            <label class="grid gap-1 font-bold">
              {m.rung()}
              <select class="select w-full" bind:value={rung}>
                {#each rungs.toReversed() as r (r.id)}<option value={r.id}>{say(r.name)}</option
                  >{/each}
              </select>
            </label>
          {/if}
        </div>
        <p class="min-h-6" role="status" data-testid="fit">
          {#if !elsewhere}{m.fit_here()}
          {:else if needsClearance}{m.fit_clearance()}
          {:else if fit?.kind === 'possible'}
            {m.fit_cost({ cost: decimal(fit.cost) })}{#if fit.parts.length}: {partsWords(
                fit.parts,
              )}{/if}
          {:else if fit?.kind === 'impossible'}<strong>{impossibleWord(fit, names)}</strong>{/if}
        </p>
        {#if needsClearance}
          <div class="grid gap-3 sm:grid-cols-2">
            <label class="grid gap-1 font-bold"
              >{m.cleared_by()}<input
                class="input w-full"
                maxlength="80"
                required
                bind:value={clearedBy}
              /></label
            >
            <label class="grid gap-1 font-bold"
              >{m.date()}<input
                class="input w-full"
                type="date"
                required
                bind:value={clearedOn}
              /></label
            >
          </div>
        {/if}
        <label class="grid gap-1 font-bold">
          {m.reason()}
          <textarea
            class="textarea w-full"
            rows="2"
            maxlength="500"
            bind:value={reason}
            bind:this={reasonField}></textarea>
        </label>
        {#if error}<p class="font-bold text-error" role="alert">{trouble(error)}</p>{/if}
        <div class="flex flex-wrap gap-2">
          <button
            class="btn btn-primary"
            disabled={busy || !elsewhere || fit?.kind !== 'possible' || !reason.trim()}
            >{m.move_do()}</button
          >
          {#if member.decision}
            <button
              type="button"
              class="btn-soft-line btn"
              disabled={busy}
              onclick={() => decide('RELEASE')}>{m.release()}</button
            >
          {:else if member.place}
            <button
              type="button"
              class="btn-soft-line btn"
              disabled={busy}
              onclick={() => decide('LOCK')}>{m.lock()}</button
            >
          {/if}
          <button type="button" class="btn btn-ghost" onclick={() => dialog.close()}
            >{m.close()}</button
          >
        </div>
      </form>{/if}
  {/if}
</dialog>
