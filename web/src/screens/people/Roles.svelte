<script lang="ts">
  import { session } from '../../lib/session.svelte';
  import { roleWord, type Role } from './roles';

  /** What the one who is signed in may give. */
  const given: Role[] = ['RATER', 'VIEWER', 'LEAD', ...(session.owner ? ['OWNER' as const] : [])];
</script>

{#each given as role (role)}<option value={role}>{roleWord[role]()}</option>{/each}
