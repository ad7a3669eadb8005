<script lang="ts">
  import { m } from '../../lib/paraglide/messages';
  import { feetAt } from '../../lib/words/stance';
  import { quoted, say } from '../../lib/words/words';
  import ConditionsForm from './ConditionsForm.svelte';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  const steps = $derived(desk.test.setUp);
  const feet = $derived(
    desk.athlete && desk.test.pattern === 'SQUAT' ? feetAt(desk.athlete.targets) : '',
  );
</script>

<!-- From the feet up: the lowest bar is the first step. -->
<h2 class="text-xl">{m.setup_steps()}</h2>
<ol class="mt-3 flex flex-col-reverse border-x-4 border-base-content">
  {#each steps as step, i (i)}
    <li class="flex gap-2 border-t-2 border-base-content/40 px-2 py-2 text-sm">
      <span class="sign w-4 shrink-0 text-lg leading-none">{i + 1}</span>{say(step.text)}
    </li>
  {/each}
</ol>
{#if feet}<p class="mt-3 border-l-4 border-accent pl-2 font-bold">
    {m.targets_for({ name: desk.athlete?.shortName ?? '' })}: {feet}
  </p>{/if}
<p class="mt-3 text-sm">
  {m.standard_arms({ arms: say(desk.test.arms) })}
  {m.standard_shoes({ shoes: say(desk.test.footwear) })}
</p>
<div class="mt-2 grid">
  <label class="flex min-h-11 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={desk.conditions.archAssisted}
      onchange={(e) => desk.change({ archAssisted: e.currentTarget.checked })}
    />{m.arch_assisted()}
  </label>
  <label class="flex min-h-11 items-center gap-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={desk.conditions.shoes}
      onchange={(e) => desk.change({ shoes: e.currentTarget.checked })}
    />{m.shoes_on()}
  </label>
</div>
<ConditionsForm {desk} />
<h2 class="mt-4 text-xl">{m.allowed_words()}</h2>
<ul class="mt-2 grid gap-1 text-lg">
  {#each desk.test.allowedWords as words, i (i)}<li>{quoted(say(words))}</li>{/each}
</ul>
<p class="quiet mt-2 text-sm">{m.allowed_words_text()}</p>
