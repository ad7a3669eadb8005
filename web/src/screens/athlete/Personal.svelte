<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord } from '../../lib/words/judgement';
  import { partNames, thighAt } from '../../lib/words/stance';

  let {
    personal,
    protocol,
  }: { personal: Schemas['PersonalSetUp']; protocol: Schemas['Protocol'] } = $props();

  const parts = $derived(partNames(protocol));
</script>

{#if personal.tests.length}
  <section class="floor-line pt-3">
    <h2>{m.personal_title()}</h2>
    {#if personal.depthCeiling !== undefined}<p>
        {m.personal_ceiling({ depth: thighAt(personal.depthCeiling) })}
      </p>{/if}
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
  </section>
{/if}
