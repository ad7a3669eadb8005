<script lang="ts">
  import { m } from '../paraglide/messages';

  const themes = [
    ['chalk', m.theme_chalk],
    ['evening', m.theme_evening],
    ['bright', m.theme_bright],
  ] as const;
  let theme = $state(document.documentElement.dataset['theme'] ?? 'chalk');

  function choose(chosen: string) {
    theme = chosen;
    document.documentElement.dataset['theme'] = chosen;
    try {
      localStorage.setItem('theme', chosen);
    } catch {
      // storage is closed: it holds until the page is left
    }
  }
</script>

<fieldset class="mt-3">
  <legend class="text-sm font-bold">{m.theme()}</legend>
  <div class="join mt-1 w-full">
    {#each themes as [name, label] (name)}
      <label
        class={['btn join-item flex-1 px-2', theme === name ? 'btn-neutral' : 'btn-soft-line']}
      >
        <input
          type="radio"
          name="theme"
          class="sr-only"
          value={name}
          checked={theme === name}
          onchange={() => choose(name)}
        />{label()}
      </label>
    {/each}
  </div>
</fieldset>
