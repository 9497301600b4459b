/** What a phrase asks for, in words, also where it asks for no day. */
import type { CalendarRule } from '../calendar/rule';
import { describeRuns } from './describe';
import type { EmptyReason, Resolved } from './resolve';

/** Why a phrase asks for no day. */
export const EMPTY_WORDS: Record<EmptyReason, string> = {
  'no-data': 'no data to count from',
  reversed: 'it would end before it starts',
  'left-out': 'every day is left out',
};

/** The days a phrase asks for, in words: why there are none, or what is wrong with it. */
export function resolvedWords(resolved: Resolved, rule: CalendarRule): string {
  if (!resolved.ok) return resolved.error.message;
  return resolved.empty ? `no day: ${EMPTY_WORDS[resolved.empty]}` : describeRuns(resolved.runs, rule);
}
