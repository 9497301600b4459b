/** Which days stand beside which, for every way in which a baseline can move. */
import fc from 'fast-check';
import { isoDay } from '../../../calendar/day';
import { DEFAULT_RULE, type CalendarRule } from '../../../calendar/rule';
import { anyRule, closeRuns, d, runs } from '../../../calendar/testing';
import { UNITS, type Unit } from '../../../calendar/units';
import { parseBaseline } from '../../../period/parse';
import { resolveBaselineOfDays } from '../../../period/baseline';
import { contextOn } from '../../../period/testing';
import { bucketsOf } from '../grain';
import { leftOver, partnersOf } from './partners';
import { placesOf } from './places';

const FROM_21ST: CalendarRule = { ...DEFAULT_RULE, fiscal: { ...DEFAULT_RULE.fiscal, monthStartDay: 21 } };

function aligned(window: readonly [string, string], text: string, unit: Unit, rule = DEFAULT_RULE) {
  const parsed = parseBaseline(text);
  if (!parsed.ok) throw new Error(text);
  const context = { ...contextOn('2026-06-03', {}), rule };
  const resolved = resolveBaselineOfDays(parsed.phrase, runs(window), context);
  if (!resolved.ok || 'empty' in resolved) throw new Error(text);
  const sides = { compared: resolved.compared, runs: resolved.windows[0]! };
  const buckets = bucketsOf(unit, d(window[0]), d(window[1]), rule);
  return partnersOf(sides, parsed.phrase, buckets, rule).map(
    (run) => run && `${isoDay(run.start).slice(2)}/${isoDay(run.end).slice(2)}`,
  );
}

type Row = readonly [string, readonly [string, string], string, Unit, (string | null)[], CalendarRule?];
const ROWS: readonly Row[] = [
  [
    'days of a month by date; the 31st has none',
    ['2026-03-30', '2026-03-31'],
    'same span 1 month earlier',
    'day',
    [null, null],
  ],
  [
    'days a year earlier by date',
    ['2024-02-28', '2024-02-29'],
    'same span 1 year earlier',
    'day',
    ['23-02-28/23-02-28', null],
  ],
  [
    'days by weekday',
    ['2026-06-01', '2026-06-02'],
    'same weekdays 1 year earlier',
    'day',
    ['25-06-02/25-06-02', '25-06-03/25-06-03'],
  ],
  [
    'months of different lengths',
    ['2026-02-01', '2026-03-31'],
    'same span 1 month earlier',
    'month',
    ['26-01-01/26-01-31', '26-02-01/26-02-28'],
  ],
  [
    'quarters by a step of years',
    ['2026-01-01', '2026-06-30'],
    'same span 2 years earlier',
    'quarter',
    ['24-01-01/24-03-31', '24-04-01/24-06-30'],
  ],
  [
    'a year moved by a month, both of one length',
    ['2026-01-01', '2026-12-31'],
    'same span 1 month earlier',
    'year',
    ['25-12-01/26-11-30'],
  ],
  [
    'an unfinished last month',
    ['2026-05-01', '2026-06-03'],
    'same span 1 year earlier',
    'month',
    ['25-05-01/25-05-31', '25-06-01/25-06-03'],
  ],
  [
    'weeks at the end of a year, moved by days',
    ['2025-12-29', '2026-01-11'],
    'same span 2 weeks earlier',
    'week',
    ['25-12-15/25-12-21', '25-12-22/25-12-28'],
  ],
  [
    'days of two windows of one length',
    ['2026-05-12', '2026-05-14'],
    'previous span',
    'day',
    ['26-05-09/26-05-09', '26-05-10/26-05-10', '26-05-11/26-05-11'],
  ],
  [
    'weeks cut by windows of one length',
    ['2026-05-13', '2026-05-20'],
    'previous span',
    'week',
    ['26-05-05/26-05-09', '26-05-10/26-05-12'],
  ],
  [
    'fiscal months from the 21st',
    ['2026-04-21', '2026-06-20'],
    'same span 1 fiscal month earlier',
    'fiscal month',
    ['26-03-21/26-04-20', '26-04-21/26-05-20'],
    FROM_21ST,
  ],
  [
    'whole months against a longer span, by position',
    ['2026-05-01', '2026-05-31'],
    '2025',
    'month',
    ['25-01-01/25-01-31'],
  ],
];

test.each(ROWS.map(([name, ...row]) => ({ name, row })))(
  '$name',
  ({ row: [window, text, unit, expected, rule] }) => {
    expect(aligned(window, text, unit, rule)).toEqual(expected);
  },
);

const anyBaseline = fc.constantFrom(
  'previous span',
  'same span 1 month earlier',
  'same span 10 days earlier',
  'same span 1 year earlier',
  'same weekdays 1 year earlier',
  '1969-07/1969-12',
);

test('no day is the partner of two buckets, and every partner lies in the baseline', () => {
  fc.assert(
    fc.property(closeRuns, anyBaseline, fc.constantFrom(...UNITS), anyRule, (window, text, unit, rule) => {
      const parsed = parseBaseline(text);
      if (!parsed.ok || window.length === 0) return;
      const context = { ...contextOn('1970-06-01', {}), rule };
      const resolved = resolveBaselineOfDays(parsed.phrase, window, context);
      if (!resolved.ok || 'empty' in resolved) return;
      const sides = { compared: resolved.compared, runs: resolved.windows[0]! };
      const buckets = bucketsOf(unit, window[0]!.start, window[window.length - 1]!.end, rule);
      const partners = partnersOf(sides, parsed.phrase, buckets, rule);
      const ordered = partners.filter((run) => run !== null).sort((a, b) => a.start - b.start);
      ordered.forEach((run, i) => {
        expect(run.start).toBeLessThanOrEqual(run.end);
        if (i > 0) expect(run.start).toBeGreaterThan(ordered[i - 1]!.end);
        expect(run.start).toBeGreaterThanOrEqual(sides.runs[0]!.start);
        expect(run.end).toBeLessThanOrEqual(sides.runs[sides.runs.length - 1]!.end);
      });
      // Stretches for a query hold each partner whole, and nothing else under its place.
      const { span, at } = placesOf(partners);
      partners.forEach((run, i) => {
        expect(at[i] === null).toBe(run === null);
        if (run === null || !span) return;
        expect(span.starts[at[i]!]).toBe(run.start);
        const next = span.starts[at[i]! + 1];
        expect(next === undefined ? span.end : next - 1).toBe(run.end);
      });
    }),
    { numRuns: 400 },
  );
});

test('buckets of the baseline without a partner are counted', () => {
  const partners = [{ start: d('2025-01-01'), end: d('2025-01-31') }, null];
  expect(leftOver(runs(['2025-01-01', '2025-04-30']), partners, 'month', DEFAULT_RULE)).toBe(3);
  expect(leftOver([], partners, 'month', DEFAULT_RULE)).toBe(0);
});
