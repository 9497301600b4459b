/** What a phrase asks for, in words, also where it asks for no day. */
import type { CalendarRule } from '../calendar/rule';
import { shiftMonths } from '../calendar/units';
import { describeRuns } from './describe';
import type { PeriodContext } from './point';
import { resolveText, type EmptyReason, type Resolved } from './resolve';

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

/** The days that a phrase will ask for in a month, in words, if the data stays as it is. */
export const wordsInAMonth = (text: string, context: PeriodContext): string =>
  resolvedWords(resolveText(text, inAMonth(context)), context.rule);

/** A context as it will be in a month, if the data stays as it is. */
export const inAMonth = (context: PeriodContext): PeriodContext => ({
  ...context,
  today: shiftMonths(context.today, 1),
  asOf: null,
});
