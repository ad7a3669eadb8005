<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  import { m } from '../paraglide/messages';
  import { trouble } from '../words/trouble';
  import type { Resource } from './resource.svelte';

  let { resource, children }: { resource: Resource<T>; children: Snippet<[T]> } = $props();
</script>

{#if resource.error}
  <div class="my-6 max-w-prose border-l-4 border-error pl-4" role="alert">
    <p class="font-bold">{trouble(resource.error)}</p>
    <button class="btn-soft-line btn mt-3" onclick={resource.load}>{m.try_again()}</button>
  </div>
{/if}
{#if resource.data}
  {@render children(resource.data)}
{:else if !resource.error}
  <p class="quiet flex items-center gap-3 py-10" role="status">
    <span class="loading loading-bars" aria-hidden="true"></span>{m.loading()}
  </p>
{/if}
