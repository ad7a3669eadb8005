import type { Schemas } from '../../lib/api/client';
import { m } from '../../lib/paraglide/messages';

export type Role = Schemas['AccountsAccountView']['role'];

/** Roles in words, from the one that may least. */
export const roleWord: Record<Role, () => string> = {
  HELPER: m.role_helper,
  VIEWER: m.role_viewer,
  RATER: m.role_rater,
  LEAD: m.role_lead,
  OWNER: m.role_owner,
};
