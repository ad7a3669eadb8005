<script lang="ts">
  import type { Side } from '../../lib/motion/clip';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';

  interface Props {
    value: Side | undefined;
    changed: () => void;
  }
  let { value = $bindable(), changed }: Props = $props();
</script>

<label class="grid gap-1 text-sm font-bold"
  >{m.meas_working()}
  <select class="select w-full" bind:value onchange={changed}>
    {#each ['LEFT', 'RIGHT'] as Side[] as side (side)}<option value={side}
        >{sideWord[side]()}</option
      >{/each}
  </select>
</label>
