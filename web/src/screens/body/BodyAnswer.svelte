<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { decimal, integer } from '../../lib/words/words';
  import { deciding, depthWords, type Said } from './body.svelte';

  let { said }: { said: Said } = $props();
  const mine = $derived(deciding(said));

  const limitWord: Record<Schemas['BodyModelAnswer']['limit'], () => string> = {
    NONE: m.body_limit_none,
    ANKLE: m.body_limit_ankle,
    HIP: m.body_limit_hip,
    ANKLE_AND_HIP: m.body_limit_both,
    BALANCE: m.body_limit_balance,
  };
  const changeWord: Record<string, () => string> = {
    ANKLE_FREER: () => m.body_change_ankle({ degrees: integer(said.tried.ankleStep.value) }),
    HIP_FREER: () => m.body_change_hip({ degrees: integer(said.tried.hipStep.value) }),
    PLATE_HIGHER: () => m.body_change_plate({ centimetres: integer(said.tried.plateStep.value) }),
    ARMS_FORWARD: m.body_change_arms,
    WEIGHT_IN_FRONT: () =>
      m.body_change_weight({ percent: integer(said.tried.weightInFront.value) }),
  };
  const plate = $derived(
    mine.plate === undefined
      ? m.body_no_plate()
      : mine.plate === 0
        ? m.body_plate_none()
        : `${decimal(100 * mine.plate)} cm`,
  );
  const figures = $derived<[string, string][]>([
    [m.measure_trunk_lean(), `${decimal(mine.deepest.trunk)}°`],
    [m.measure_shin_angle(), `${decimal(mine.deepest.shin)}°`],
    [m.measure_hip_flexion(), `${decimal(mine.deepest.hipFlexion)}°`],
    [m.body_smallest_plate(), plate],
  ]);
</script>

<section class="floor-line mt-4 pt-3" data-testid="answer">
  <p class="sign text-3xl">{depthWords(mine.deepest.thigh)}</p>
  <p class="mt-1">
    {limitWord[mine.limit]()}
    {#if said.answers.left.deepest.thigh !== said.answers.right.deepest.thigh}
      {m.body_stiffer({ side: sideWord[said.decides]() })}
    {/if}
  </p>
  <p class="mt-1">
    {m.body_gains({
      ankle: decimal(mine.gains.ankle),
      hip: decimal(mine.gains.hip),
      plate: decimal(mine.gains.plate),
    })}
  </p>
  <p class="mt-1">
    {m.body_chance({
      chance: integer(100 * (said.decides === 'LEFT' ? said.chance.left : said.chance.right)),
    })}
  </p>
  <dl class="mt-3 grid grid-cols-2 gap-x-6 gap-y-2 sm:grid-cols-4">
    {#each figures as [name, figure] (name)}
      <div>
        <dt>{name}</dt>
        <dd>{figure}</dd>
      </div>
    {/each}
  </dl>
  {#if mine.atTarget}<p class="mt-2">
      {m.body_at_target({ degrees: decimal(mine.atTarget.trunk) })}
    </p>{/if}
</section>
<section class="floor-line mt-4 pt-3">
  <h2>{m.body_changes()}</h2>
  <table class="mt-1 w-full text-left">
    <thead
      ><tr><th scope="col">{m.body_one_change()}</th><th scope="col">{m.body_then()}</th></tr
      ></thead
    >
    <tbody>
      {#each Object.entries(mine.changes) as [change, thigh] (change)}
        <tr>
          <th scope="row" class="font-normal">{changeWord[change]?.()}</th>
          <td
            >{depthWords(thigh)}{Math.abs(thigh - mine.deepest.thigh) < 0.1
              ? ` (${m.body_same()})`
              : ''}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</section>

<style>
  dt {
    font-size: 0.85rem;
  }
  dd {
    font: 600 1.5rem var(--font-sign);
  }
</style>
