import type { Names } from '../api/catalogue';
import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { sideWord } from './judgement';

/** What a look is mostly about; nothing where it is about the whole test. */
export function aboutLook(look: Schemas['LookAgainLook'], names: Names): string {
  if (!look.criterion) return '';
  const side = look.side ? ` ${sideWord[look.side]()}` : '';
  return m.again_about({ what: `${names.criterion(look.criterion)}${side}` });
}
