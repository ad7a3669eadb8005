<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { m } from '../paraglide/messages';
  import { keys, type Key } from '../keys/keys.svelte';

  interface Props {
    title: string;
    above?: string;
    actions?: Snippet;
    children: Snippet;
    keyList?: Key[];
    wide?: boolean;
  }
  let { title, above = '', actions, children, keyList = [], wide = false }: Props = $props();
  let heading: HTMLHeadingElement;

  $effect(() => {
    document.title = `${title} · ${m.brand()}`;
  });
  $effect(() => keys.use(keyList));
  onMount(() => heading.focus({ preventScroll: true }));
</script>

<div class={['mx-auto w-full px-4 pb-16 sm:px-6', wide ? 'max-w-[110rem]' : 'max-w-6xl']}>
  <header class="flex flex-wrap items-end justify-between gap-x-6 gap-y-3 pt-5 pb-4">
    <div class="min-w-0">
      {#if above}<p class="quiet text-sm">{above}</p>{/if}
      <h1 tabindex="-1" bind:this={heading} class="outline-none">{title}</h1>
    </div>
    {#if actions}<div class="flex flex-wrap items-center gap-2">{@render actions()}</div>{/if}
  </header>
  {@render children()}
</div>
