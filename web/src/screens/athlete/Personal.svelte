<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { decimal, say } from '../../lib/words/words';

  let {
    personal,
    protocol,
  }: { personal: Schemas['PersonalSetUp']; protocol: Schemas['Protocol'] } = $props();

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

{#if personal.tests.length}
  <section class="floor-line pt-3">
    <h2>{m.personal_title()}</h2>
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
    {#each ['left', 'right'] as const as side (side)}
      {#if personal.hipDirections[side].length}
        <p>
          {m.personal_hip({
            side: sideWord[side === 'left' ? 'LEFT' : 'RIGHT'](),
            directions: personal.hipDirections[side].map((d) => parts.get(d) ?? d).join('; '),
          })}
        </p>
      {/if}
    {/each}
    <p class="quiet text-sm">{m.personal_test_stance()}</p>
  </section>
{/if}
