/** Generators of days and calendar rules for tests. */
import fc from 'fast-check';
import { parseIsoDay, type Day } from './day';
import type { CalendarRule } from './rule';
import { normalizeRuns, type DayRuns } from './runs';

/** The day of an ISO text that is known to be one. */
export function d(text: string): Day {
  const day = parseIsoDay(text);
  if (day === undefined) throw new Error(`${text} is no day`);
  return day;
}

/** Runs from pairs of ISO texts. */
export function runs(...pairs: readonly (readonly [string, string])[]): DayRuns {
  return pairs.map(([start, end]) => ({ start: d(start), end: d(end) }));
}

const named = fc.constantFrom('start' as const, 'end' as const);

export const anyRule: fc.Arbitrary<CalendarRule> = fc.record({
  weekStart: fc.integer({ min: 1, max: 7 }),
  weekend: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { maxLength: 3 }),
  fiscal: fc.record({
    yearStartMonth: fc.integer({ min: 1, max: 12 }),
    monthStartDay: fc.integer({ min: 1, max: 28 }),
    monthNamedFor: named,
    yearNamedFor: named,
  }),
});

/** Days from 1990 to 2049. */
export const recentDay = fc.integer({ min: 7305, max: 29_219 });

/** Closed runs within a hundred days, so that they often meet. */
export const closeRuns: fc.Arbitrary<DayRuns> = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 12 })), { maxLength: 8 })
  .map((pairs) => normalizeRuns(pairs.map(([start, length]) => ({ start, end: start + length }))));
