<script lang="ts">
  import { m } from '../../lib/paraglide/messages';

  interface Props {
    label: string;
    /** Each wish names some athletes. */
    wishes: string[][];
    athletes: { id: string; name: string }[];
  }
  let { label, wishes = $bindable(), athletes }: Props = $props();
  let chosen = $state<string[]>([]);
  const name = (id: string) => athletes.find((a) => a.id === id)?.name ?? '';

  function add() {
    if (chosen.length < 2) return;
    wishes = [...wishes, chosen];
    chosen = [];
  }
</script>

<fieldset class="grid gap-2">
  <legend class="font-bold">{label}</legend>
  {#each wishes as wish, w (w)}
    <p class="flex items-center justify-between gap-2 border-b border-base-300">
      {wish.map(name).join(', ')}
      <button
        type="button"
        class="btn btn-square btn-ghost"
        aria-label="{m.form_wish_remove()}: {wish.map(name).join(', ')}"
        onclick={() => (wishes = wishes.filter((_, i) => i !== w))}>×</button
      >
    </p>
  {/each}
  <div class="flex flex-wrap items-center gap-2">
    {#each chosen as id (id)}<span class="border border-base-content px-2">{name(id)}</span>{/each}
    <select
      class="select h-11 w-52"
      aria-label="{label}: {m.form_wish_add()}"
      value=""
      onchange={(e) => {
        const id = e.currentTarget.value;
        if (id && !chosen.includes(id)) chosen = [...chosen, id];
        e.currentTarget.value = '';
      }}
    >
      <option value="">{m.form_wish_add()}</option>
      {#each athletes as athlete (athlete.id)}<option value={athlete.id}>{athlete.name}</option
        >{/each}
    </select>
    <button type="button" class="btn-soft-line btn h-11" disabled={chosen.length < 2} onclick={add}
      >{label}</button
    >
  </div>
</fieldset>
