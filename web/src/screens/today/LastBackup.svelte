<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { moment } from '../../lib/words/words';

  let { backup }: { backup: Schemas['BackupsBackup'] } = $props();
  const TOO_OLD = 2;
  const days = $derived(
    backup.last ? Math.floor((Date.now() - Date.parse(backup.last.at)) / 86_400_000) : 0,
  );
</script>

<p
  class={[
    'mt-8 text-sm',
    backup.last && (!backup.last.ok || days >= TOO_OLD)
      ? 'border-l-4 border-error pl-2 font-bold'
      : 'quiet',
  ]}
  data-testid="backup"
>
  {#if !backup.last}{m.backup_none()}
  {:else if !backup.last.ok}{m.backup_failed({ reason: backup.last.reason })}
  {:else if days >= TOO_OLD}{m.backup_old({ days })}
  {:else}{m.backup_last({ time: moment(backup.last.at) })}{/if}
</p>
