<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { decimal, integer, say } from '../../lib/words/words';

  let {
    personal,
    stance,
    protocol,
  }: {
    personal: Schemas['PersonalSetUp'];
    stance: Schemas['TrainingStance'] | undefined;
    protocol: Schemas['Protocol'];
  } = $props();

  const parts = $derived(
    new Map(
      protocol.tests.flatMap((t) =>
        t.criteria.flatMap((c) => c.gauge?.parts.map((p) => [p.id, say(p.name)] as const) ?? []),
      ),
    ),
  );
  const degrees = (value: number | undefined) =>
    value === undefined ? m.unknown() : `${decimal(value)}°`;
</script>

{#if personal.tests.length || stance}
  <section class="floor-line pt-3">
    <h2>{m.personal_title()}</h2>
    {#if personal.tests.length}
      <p class="mt-1">
        {m.personal_stance({
          width:
            personal.stanceCentimetres === undefined
              ? m.unknown()
              : `${decimal(personal.stanceCentimetres)} cm`,
          left: degrees(personal.turnOut.left),
          right: degrees(personal.turnOut.right),
        })}
      </p>
      {#if personal.depthCeiling !== undefined}<p>
          {m.personal_ceiling({ degrees: decimal(personal.depthCeiling) })}
        </p>{/if}
    {/if}
    {#each ['left', 'right'] as const as side (side)}
      {#if personal.hipRoomEnds[side] !== undefined}<p>
          {(personal.hipRoomEnds[side] ? m.personal_armpit_ends : m.personal_armpit_free)({
            side: sideWord[side === 'left' ? 'LEFT' : 'RIGHT'](),
          })}
        </p>{/if}
      {#if personal.hipDirections[side].length}
        <p>
          {m.personal_hip({
            side: sideWord[side === 'left' ? 'LEFT' : 'RIGHT'](),
            directions: personal.hipDirections[side].map((d) => parts.get(d) ?? d).join('; '),
          })}
        </p>
      {/if}
    {/each}
    {#if personal.tests.length}<p class="quiet text-sm">{m.personal_test_stance()}</p>{/if}
    {#if stance}
      <p class="mt-1">
        {m.personal_computed({
          heels: integer(100 * stance.heels),
          turnOut: integer(stance.turnOut),
          split: integer(100 * stance.split),
          sore: integer(100 * stance.splitSore),
        })}
      </p>
    {/if}
  </section>
{/if}
