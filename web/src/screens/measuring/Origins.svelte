<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { Resource } from '../../lib/shell/resource.svelte';
  import Loaded from '../../lib/shell/Loaded.svelte';
  import { originOf } from '../../lib/words/origin';

  type Rules = Schemas['MotionRules'];
  const rules = new Resource<Rules>(() => ask(api.GET('/api/measuring/rules')));
  const names: [Exclude<keyof Rules, 'version' | 'noise' | 'camera'>, () => string][] = [
    ['cutoff', m.rule_cutoff],
    ['startDrop', m.rule_start_drop],
    ['bottomShare', m.rule_bottom_share],
    ['longestGap', m.rule_longest_gap],
    ['landmarkConfidence', m.rule_confidence],
    ['heelUpFrom', m.rule_heel_up],
    ['foreshortened', m.rule_foreshortened],
    ['hipsFirstFrom', m.rule_hips_first],
    ['tuckFrom', m.rule_tuck],
    ['scaleNoise', m.rule_scale],
    ['markingNoise', m.rule_marking],
  ];
</script>

<details>
  <summary class="flex min-h-11 cursor-pointer items-center underline">{m.meas_origins()}</summary>
  <Loaded resource={rules}>
    {#snippet children(all)}
      <dl class="grid gap-2 text-sm">
        {#each names as [name, word] (name)}
          <div>
            <dt class="font-bold">{word()}: {all[name].value} {all[name].unit}</dt>
            <dd class="quiet">
              {originOf(all[name])}
            </dd>
          </div>
        {/each}
      </dl>
    {/snippet}
  </Loaded>
</details>
