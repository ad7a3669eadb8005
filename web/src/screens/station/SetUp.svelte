<script lang="ts">
  import Standing from '../../lib/figure/Standing.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { hand } from '../../lib/shell/hand';
  import { quoted, say } from '../../lib/words/words';
  import Conditions from './Conditions.svelte';
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
  const steps = $derived(desk.test.setUp);
  let at = $state(0);

  $effect(() => {
    void desk.test;
    void desk.current;
    at = 0;
  });
</script>

<!-- From the feet up: the lowest step is the first; touching the figure goes on to the next. -->
<div class="set-up">
  {#if !hand.current}<h2 class="text-xl">{m.setup_steps()}</h2>{/if}
  <div class="steps">
    <button class="drawn" aria-label={m.setup_next()} onclick={() => (at = (at + 1) % steps.length)}
      ><Standing pattern={desk.test.pattern} steps={steps.map((s) => s.part)} {at} /></button
    >
    <ol aria-label={m.setup_steps()}>
      {#each steps as step, i (i)}
        <li
          class={['flex gap-2 px-1', i === at && 'bg-base-200']}
          aria-current={i === at ? 'step' : undefined}
        >
          <span class="sign w-3 shrink-0 text-lg leading-none">{i + 1}</span><span
            class="hyphens-auto">{say(step.text)}</span
          >
        </li>
      {/each}
    </ol>
  </div>
  <p>
    {#if !hand.current}{m.standard_arms({ arms: say(desk.test.arms) })}{/if}
    {m.standard_shoes({ shoes: say(desk.test.footwear) })}
  </p>
  <div>
    <p class="text-lg leading-tight">
      <span class="sign mr-2 text-xl">{m.allowed_words()}</span>
      {#each desk.test.allowedWords as words, i (i)}<span class="mr-2 inline-block"
          >{quoted(say(words))}</span
        >{/each}
    </p>
    <p class="quiet">{m.allowed_words_text()}</p>
  </div>
  <Conditions {desk} />
</div>

<style>
  .set-up {
    display: flex;
    flex-direction: column;
    gap: 0.35rem;
    font-size: 0.9rem;
    line-height: 1.2;
  }
  .steps {
    display: flex;
    gap: 0.5rem;
  }
  ol {
    display: flex;
    flex: 1;
    flex-direction: column-reverse;
    justify-content: space-evenly;
    min-width: 0;
  }
  li {
    padding-block: 0.125rem;
    border-top: 1px solid color-mix(in oklab, var(--color-base-content) 40%, transparent);
  }
  .drawn {
    flex: none;
    width: 5rem;
    height: 16rem;
    align-self: end;
  }
  @media (width < 48rem), (height < 30rem) {
    .set-up {
      flex: 1;
      justify-content: space-between;
    }
    .drawn {
      width: 4rem;
      height: 13rem;
    }
  }
  @media (width < 48rem) and (height < 50rem), (height < 30rem) {
    .set-up {
      font-size: 0.82rem;
      line-height: 1.15;
      gap: 0.2rem;
    }
    li {
      padding-block: 0;
    }
  }
</style>
