<script lang="ts">
  import Slider from '../../lib/motion/Slider.svelte';
  import { m } from '../../lib/paraglide/messages';
  import { decimal } from '../../lib/words/words';
  import type { Asked, BodySetting, Segment } from './body.svelte';

  let { setting }: { setting: BodySetting } = $props();

  const segments: [Segment, () => string][] = [
    ['thigh', m.body_thigh],
    ['shank', m.body_shank],
    ['trunk', m.body_trunk],
  ];
  const sides = [
    ['left', m.body_ankle_left],
    ['right', m.body_ankle_right],
  ] as const;
  const places: [Asked['place'], () => string][] = [
    ['NONE', m.body_load_none],
    ['IN_FRONT', m.body_load_in_front],
    ['GOBLET', m.body_load_goblet],
    ['FRONT', m.body_load_front],
    ['BACK_HIGH', m.body_load_back_high],
    ['BACK_LOW', m.body_load_back_low],
  ];

  function hint(segment: Segment): string {
    const length = setting.centimetres(segment);
    return length ? `${decimal(length)} cm` : '';
  }
</script>

<div class="grid gap-x-4 gap-y-3 min-[26rem]:grid-cols-2">
  <Slider
    label={m.sim_stature()}
    unit="cm"
    min={120}
    max={210}
    step={1}
    bind:value={setting.stature}
  />
  <Slider
    label={m.body_target()}
    unit="°"
    min={-30}
    max={40}
    step={1}
    bind:value={setting.target}
  />
  {#each sides as [side, name] (side)}
    <Slider
      label={name()}
      unit="°"
      min={0}
      max={60}
      step={1}
      bind:value={setting.ankle[side]}
      hint={setting.atTheWall(side)}
    />
  {/each}
  {#each segments as [segment, name] (segment)}
    <Slider
      label={name()}
      unit="%"
      min={-15}
      max={15}
      step={0.5}
      bind:value={setting.longer[segment]}
      hint={hint(segment)}
    />
  {/each}
  <Slider label={m.body_hip()} unit="°" min={60} max={160} step={1} bind:value={setting.hip} />
  <label class="grid content-start gap-1 text-sm font-bold"
    >{m.sim_arms()}
    <select class="select w-full" bind:value={setting.arms} disabled={setting.place === 'IN_FRONT'}>
      <option value="OVERHEAD">{m.arms_overhead()}</option>
      <option value="FORWARD">{m.arms_forward()}</option>
      <option value="HANGING">{m.arms_hanging()}</option>
    </select>
  </label>
  <Slider label={m.body_plate()} unit="cm" min={0} max={10} step={0.5} bind:value={setting.plate} />
  <label class="grid content-start gap-1 text-sm font-bold"
    >{m.body_load()}
    <select class="select w-full" bind:value={setting.place}>
      {#each places as [value, word] (value)}<option {value}>{word()}</option>{/each}
    </select>
  </label>
  {#if setting.place !== 'NONE'}
    <Slider
      label={m.body_load_share()}
      unit="%"
      min={0}
      max={200}
      step={5}
      bind:value={setting.load}
    />
  {/if}
</div>
