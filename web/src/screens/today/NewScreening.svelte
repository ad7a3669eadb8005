<script lang="ts">
  import { push } from 'svelte-spa-router';
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';
  import { say } from '../../lib/words/words';

  let { teams }: { teams: Schemas['RostersTeamLine'][] } = $props();
  let dialog: HTMLDialogElement;
  let team = $state('');
  let name = $state('');
  let heldOn = $state('');
  let protocol = $state('');
  let protocols = $state<Schemas['ProtocolsProtocolLine'][]>([]);
  let error = $state<unknown>(null);

  const key = (p: Schemas['ProtocolsProtocolLine']) => `${p.id}/${p.version}`;
  const chosen = $derived(protocols.find((p) => key(p) === protocol));

  export function open(preset = teams[0]?.id ?? '') {
    team = preset;
    name = m.screening_default_name();
    heldOn = new Date().toLocaleDateString('sv');
    error = null;
    dialog.showModal();
    void ask(api.GET('/api/protocols')).then(
      (all) => {
        protocols = all;
        const usual = all.findLast((p) => p.id === 'standard-floor') ?? all[0];
        protocol = usual ? key(usual) : '';
      },
      (e: unknown) => (error = e),
    );
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (!chosen) return;
    try {
      const made = await ask(
        api.POST('/api/screenings', {
          body: { team, name, heldOn, protocol: chosen.id, protocolVersion: chosen.version },
        }),
      );
      dialog.close();
      await push(`/screening/${made.id}/station`);
    } catch (e) {
      error = e;
    }
  }
</script>

<dialog class="sheet" bind:this={dialog} aria-labelledby="new-screening">
  <h2 id="new-screening">{m.today_new_screening()}</h2>
  <form class="mt-4 grid gap-4" onsubmit={add}>
    <label class="grid gap-1 font-bold">
      {m.team()}
      <select class="select w-full" bind:value={team}>
        {#each teams as t (t.id)}<option value={t.id}>{t.name}</option>{/each}
      </select>
    </label>
    <label class="grid gap-1 font-bold"
      >{m.name()}<input class="input w-full" required maxlength="120" bind:value={name} /></label
    >
    <label class="grid gap-1 font-bold"
      >{m.date()}<input class="input w-full" type="date" required bind:value={heldOn} /></label
    >
    <label class="grid gap-1 font-bold">
      {m.protocol()}
      <select class="select w-full" bind:value={protocol}>
        {#each protocols as p (key(p))}<option value={key(p)}
            >{say(p.name)}, {m.version({ version: p.version })}</option
          >{/each}
      </select>
      {#if chosen}<span class="quiet text-sm font-normal">{say(chosen.summary)}</span>{/if}
    </label>
    {#if error}<p class="text-error" role="alert">{trouble(error)}</p>{/if}
    <div class="flex gap-2">
      <button class="btn btn-primary" disabled={!chosen}>{m.today_begin()}</button>
      <button type="button" class="btn-soft-line btn" onclick={() => dialog.close()}
        >{m.cancel()}</button
      >
    </div>
  </form>
</dialog>
