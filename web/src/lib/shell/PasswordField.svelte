<script lang="ts">
  import { m } from '../paraglide/messages';

  interface Props {
    label: string;
    value: string;
    /** The one that holds already, not a new one. */
    present?: boolean;
  }
  let { label, value = $bindable(), present = false }: Props = $props();
</script>

<label class="grid gap-1 font-bold">
  {label}
  {#if present}
    <input
      class="input h-12 w-full"
      type="password"
      required
      maxlength="200"
      autocomplete="current-password"
      bind:value
    />
  {:else}
    <input
      class="input h-12 w-full"
      type="password"
      required
      minlength="12"
      maxlength="72"
      autocomplete="new-password"
      bind:value
    />
    <span class="quiet text-sm font-normal">{m.trouble_password_length()}</span>
  {/if}
</label>
