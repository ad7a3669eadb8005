<script lang="ts">
  import type { Snippet } from 'svelte';
  import { m } from '../../lib/paraglide/messages';

  let { title, children }: { title: string; children: Snippet } = $props();

  $effect(() => {
    document.title = `${title} · ${m.brand()}`;
  });
</script>

<div class="grid min-h-dvh md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
  <!-- The hall's floor: lines of many games on one ground. -->
  <svg
    class="hidden h-full w-full bg-base-200 md:block"
    viewBox="0 0 400 600"
    preserveAspectRatio="xMidYMid slice"
    aria-hidden="true"
  >
    <g fill="none" stroke-width="6">
      <path d="M40 -10V610" stroke="var(--line-load)" />
      <path d="M40 300h370" stroke="var(--line-load)" />
      <circle cx="400" cy="300" r="90" stroke="var(--line-load)" />
      <path d="M-10 120h180a120 120 0 0 1 120 120v380" stroke="var(--line-foot)" />
      <path d="M-10 500h420M110 500v120" stroke="var(--line-knee)" stroke-dasharray="34 14" />
      <path d="M230 -10v170h190" stroke="var(--line-sides)" stroke-dasharray="34 10 8 10" />
      <path d="M-10 210h260l170 330" stroke="var(--line-depth)" stroke-dasharray="16 11" />
    </g>
  </svg>
  <main class="flex flex-col justify-center px-6 py-10 sm:px-12">
    <div class="w-full max-w-md">
      <p class="sign text-4xl">{m.brand()}</p>
      <p class="quiet mb-8">{m.claim()}</p>
      <h1 class="mb-4 text-3xl">{title}</h1>
      {@render children()}
      <p class="quiet mt-10 text-sm">{m.safety_line()}</p>
    </div>
  </main>
</div>
