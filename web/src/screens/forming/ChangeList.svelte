<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { kitName } from '../../lib/words/fit';
  import { decimal } from '../../lib/words/words';
  import { changed, type Wishes } from './wishes';

  interface Props {
    /** Nothing while it is being worked out. */
    changes: Schemas['ChangesChange'][] | null;
    names: Names;
    /** What the groups cost now; nothing where none are possible. */
    now: number | null;
    wishes: Wishes;
    attempt: (other: Wishes) => void;
  }
  let { changes, names, now, wishes, attempt }: Props = $props();

  function said({ limit, by }: Schemas['ChangesChange']): string {
    switch (limit.kind) {
      case 'groups':
        return m.form_limit_groups({ count: by });
      case 'places':
        return m.form_limit_places({ count: by });
      case 'supervisors':
        return m.form_limit_supervisors({ count: by });
      case 'largest':
        return m.form_limit_largest({ size: wishes.largest + by });
      case 'smallest':
        return m.form_limit_smallest({ size: wishes.smallest - by });
      case 'kit':
        return m.form_limit_kit({ count: by, name: kitName(limit.item, limit.span, names) });
    }
  }
</script>

<section class="border-t-4 border-base-content pt-2" data-testid="changes">
  <h2 class="text-lg">{m.form_changes()}</h2>
  {#if !changes}<p class="quiet" role="status">{m.form_changes_working()}</p>
  {:else}
    <ul>
      {#each changes as change, c (c)}
        {@const other = changed(wishes, change)}
        <li class="flex items-center justify-between gap-3 border-b border-base-300 py-1">
          <span
            >{said(change)}: {now === null
              ? m.form_change_possible({ cost: decimal(change.cost) })
              : m.form_change_saves({ saved: decimal(now - change.cost) })}</span
          >
          {#if other}<button class="btn-soft-line btn" onclick={() => attempt(other)}
              >{m.form_change_try()}</button
            >{/if}
        </li>
      {:else}<li>{now === null ? m.form_changes_no_way() : m.form_changes_none()}</li>{/each}
    </ul>
  {/if}
</section>
