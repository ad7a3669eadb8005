<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { doubtWord } from '../../lib/words/judgement';
  import { say } from '../../lib/words/words';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  const retest = $derived(desk.retest);
  const aid = $derived(desk.conditions.aids.at(-1));

  function height(value: number) {
    if (!aid || !(value > 0 && value <= 60)) return;
    const aids = desk.conditions.aids.map((a) =>
      a === aid ? { ...a, heightCentimetres: value } : a,
    );
    desk.change({ aids });
  }
</script>

{#if retest}
  <section class="mt-2 border-2 border-accent bg-base-200 p-3" data-testid="retest">
    <div class="flex items-center justify-between gap-3">
      <h2 class="text-2xl">{m.retest()}: {say(retest.name)}</h2>
      <button class="btn-soft-line btn h-12" onclick={() => desk.back()}>{m.retest_back()}</button>
    </div>
    <p>{say(retest.instruction)} <strong>{m.retest_one_change()}</strong></p>
    {#each desk.doubts as doubt (doubt)}<p
        class="border-l-4 border-error pl-2 font-bold"
        role="alert"
      >
        {doubtWord[doubt]()}
      </p>{/each}
    {#if retest.caution}<p class="quiet text-sm">{say(retest.caution)}</p>{/if}
    {#if aid?.heightCentimetres !== undefined && retest.aid}
      <label class="mt-1 inline-flex items-center gap-2">
        {m.aid_height()}
        <input
          class="input h-12 w-20 text-right"
          type="number"
          inputmode="decimal"
          min="0.5"
          max="60"
          step="0.5"
          value={aid.heightCentimetres}
          onchange={(e) => height(e.currentTarget.valueAsNumber)}
        />cm
      </label>
    {/if}
  </section>
{/if}
