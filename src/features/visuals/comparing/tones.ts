/** Colours of changes for the better and for the worse; what is neither keeps the colour of the words around it. */
import type { Tone } from '../../../core/dashboard/turn/comparing/words';
import { role } from '../../../theme/roles';

export const TONE_FILLS: Record<Tone, string | undefined> = {
  better: role.better,
  worse: role.worse,
  neither: undefined,
};
