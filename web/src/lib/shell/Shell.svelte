<script lang="ts">
  import type { Snippet } from 'svelte';
  import { router } from 'svelte-spa-router';
  import HelpSheet from '../help/HelpSheet.svelte';
  import { room } from '../api/room.svelte';
  import { keys } from '../keys/keys.svelte';
  import { outbox } from '../outbox/outbox.svelte';
  import OutboxState from '../outbox/OutboxState.svelte';
  import { m } from '../paraglide/messages';
  import { getLocale, setLocale } from '../paraglide/runtime';
  import { session } from '../session.svelte';
  import { integer } from '../words/words';
  import { hand } from './hand';
  import Appearance from './Appearance.svelte';

  let { children }: { children: Snippet } = $props();
  let sheet: HelpSheet;
  let menu: HTMLDetailsElement;
  let leaving: HTMLDialogElement;

  const links = $derived(
    session.lead
      ? [
          ['#/', m.nav_today()],
          ['#/roster', m.nav_roster()],
          ['#/measuring', m.nav_measuring()],
          ['#/body', m.nav_body()],
          ['#/protocols', m.nav_protocols()],
          ['#/halls', m.nav_halls()],
          ['#/people', m.nav_people()],
        ]
      : session.opened
        ? []
        : [['#/', m.nav_today()]],
  );
  const here = (href: string) =>
    router.location === '/'
      ? href === '#/'
      : href !== '#/' && router.location.startsWith(href.slice(1));

  /** A station in the hand, and practice at it, fills the screen and nothing more. */
  const whole = $derived(hand.current && /\/(station|practice)(\/|$)/.test(router.location));

  // a menu belongs to the page that it was opened on
  $effect(() => {
    if (router.location) menu.open = false;
  });

  function onkeydown(event: KeyboardEvent) {
    if (event.key === '?' && !(event.target as HTMLElement).closest('input, textarea, select'))
      sheet.open();
    else keys.handle(event);
  }

  /** Says first what waits on this device, if something does. */
  function signOut() {
    if (outbox.own.length) leaving.showModal();
    else void session.leave();
  }
</script>

<svelte:window {onkeydown} />

<a
  class="sr-only focus:not-sr-only"
  href="#main"
  onclick={(e) => (e.preventDefault(), document.getElementById('main')?.focus())}>{m.skip()}</a
>
<div class={['flex flex-col', whole ? 'h-dvh overflow-hidden' : 'min-h-dvh']}>
  <header class="border-b border-base-300 bg-base-200">
    <div
      class="mx-auto flex w-full max-w-[110rem] items-center gap-x-3 px-3 py-1 sm:gap-x-5 sm:px-6"
    >
      <a href="#/" class="sign flex min-h-11 items-center gap-2 text-xl sm:text-2xl">
        <svg class="h-6 w-6" viewBox="0 0 24 24" aria-hidden="true">
          <path
            d="M4 2v20M20 2v20M4 6h16M4 11h16M4 16h16"
            stroke="currentColor"
            stroke-width="2.2"
            fill="none"
          />
        </svg><span class={outbox.state === 'ok' ? '' : 'sr-only sm:not-sr-only'}>{m.brand()}</span
        ></a
      >
      <nav aria-label={m.nav_main()} class="hidden gap-1 lg:flex">
        {#each links as [href, label] (href)}
          <a
            {href}
            class={[
              'flex min-h-11 items-center px-3',
              here(href ?? '') ? 'font-bold underline decoration-4 underline-offset-8' : '',
            ]}
            aria-current={here(href ?? '') ? 'page' : undefined}>{label}</a
          >
        {/each}
      </nav>
      <div class="ml-auto flex min-w-0 items-center gap-2">
        <OutboxState />
        <button
          class={['btn-soft-line btn btn-square', whole && 'hidden']}
          onclick={() => sheet.open()}
          aria-label={m.help_title()}>?</button
        >
        <details class="dropdown dropdown-end" bind:this={menu}>
          <summary class="btn-soft-line btn">{session.me?.name.split(' ')[0]}</summary>
          <div class="dropdown-content z-20 mt-1 w-72 border-2 border-base-content bg-base-100 p-4">
            <p class="font-bold">{session.me?.name}</p>
            <p class="quiet text-sm">{session.me?.organisation}</p>
            <nav aria-label={m.nav_main()} class="mt-2 grid lg:hidden">
              {#each links as [href, label] (href)}
                <a {href} class="flex min-h-11 items-center underline">{label}</a>
              {/each}
            </nav>
            <button
              class="flex min-h-11 items-center underline"
              onclick={() => ((menu.open = false), sheet.open())}>{m.help_title()}</button
            >
            {#if !session.opened}<a class="flex min-h-11 items-center underline" href="#/account"
                >{m.account_title()}</a
              >{/if}
            <Appearance />
            <label class="mt-3 block text-sm font-bold" for="language">{m.language()}</label>
            <select
              id="language"
              class="select mt-1 w-full"
              value={getLocale()}
              onchange={(e) => setLocale(e.currentTarget.value as 'en' | 'de')}
            >
              <option value="en">English</option>
              <option value="de">Deutsch</option>
            </select>
            <button class="btn-soft-line btn mt-4 w-full" onclick={signOut}>{m.sign_out()}</button>
          </div>
        </details>
      </div>
    </div>
  </header>
  {#if room.left !== null && session.lead}<p
      class="border-b-4 border-error px-4 py-2 font-bold sm:px-6"
      role="alert"
    >
      {m.room_little({ megabytes: integer(room.left) })}
    </p>{/if}
  <main id="main" tabindex="-1" class={['flex-1 outline-none', whole && 'flex min-h-0 flex-col']}>
    {@render children()}
  </main>
  <footer class={['quiet border-t border-base-300 px-4 py-3 text-sm sm:px-6', whole && 'hidden']}>
    <p class="mx-auto max-w-[110rem]">
      {m.safety_line()}
      {#if session.demo}<strong>{m.demo_line()}</strong>{/if}
    </p>
  </footer>
</div>
<HelpSheet bind:this={sheet} />
<dialog class="sheet" bind:this={leaving} aria-labelledby="leaving-title">
  <h2 id="leaving-title">{m.sign_out()}</h2>
  <p class="mt-2">
    {session.opened
      ? m.sign_out_helper({ count: outbox.own.length })
      : m.sign_out_waiting({ count: outbox.own.length })}
  </p>
  <form method="dialog" class="mt-5 flex flex-wrap gap-2">
    <button class="btn btn-primary">{m.stay_signed_in()}</button>
    <button class="btn-soft-line btn" onclick={() => session.leave()}>{m.sign_out()}</button>
  </form>
</dialog>
