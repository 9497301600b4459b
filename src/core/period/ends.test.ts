import fc from 'fast-check';
import { DEFAULT_RULE } from '../calendar/rule';
import { d, recentDay } from '../calendar/testing';
import { UNITS } from '../calendar/units';
import { endsOf, NO_OFFSET, phraseOfEnds, ROLLING_BASES, type Ends, type PeriodEnd } from './ends';
import { parsePhrase } from './parse';
import { resolveText } from './resolve';
import { contextOn } from './testing';

const unit = fc.constantFrom(...UNITS);
const offset = fc.oneof(
  fc.constant(NO_OFFSET),
  fc.record({ n: fc.integer({ min: -40, max: 40 }).filter((n) => n !== 0), unit }),
);
const alone: fc.Arbitrary<PeriodEnd> = fc.oneof(
  recentDay.map((day) => ({ kind: 'day' as const, day })),
  fc.record({ kind: fc.constant('rolling' as const), base: fc.constantFrom(...ROLLING_BASES), offset }),
  fc.record({
    kind: fc.constant('edge' as const),
    edge: fc.constantFrom('start' as const, 'end' as const),
    which: fc.constantFrom('last' as const, 'this' as const, 'next' as const),
    unit,
    offset,
  }),
  fc.constant({ kind: 'point' as const, text: 'day 15 of last month' }),
);
const length: fc.Arbitrary<PeriodEnd> = fc.record({
  kind: fc.constant('length' as const),
  count: fc.integer({ min: 1, max: 60 }),
  unit,
});
const open = fc.constant<PeriodEnd>({ kind: 'open' });
const ends: fc.Arbitrary<Ends> = fc.oneof(
  fc.record({ from: fc.oneof(alone, open), to: fc.oneof(alone, open) }),
  fc.record({ from: length, to: alone }),
  fc.record({ from: alone, to: length }),
);

describe('a period by its ends', () => {
  test('its phrase can be read, and gives the same ends again', () => {
    fc.assert(
      fc.property(ends, (given) => {
        const text = phraseOfEnds(given);
        if (text === undefined) {
          // Fixed days in the wrong order.
          expect([given.from.kind, given.to.kind]).toEqual(['day', 'day']);
          return;
        }
        expect(parsePhrase(text).ok).toBe(true);
        expect(endsOf(text, DEFAULT_RULE)).toEqual(given);
      }),
      { numRuns: 1000 },
    );
  });

  test('a length counts both of its ends', () => {
    const days = (given: Ends) => resolveText(phraseOfEnds(given)!, contextOn('2026-06-03', {}));
    const yesterday: PeriodEnd = { kind: 'rolling', base: 'yesterday', offset: NO_OFFSET };
    const week: PeriodEnd = { kind: 'length', count: 1, unit: 'week' };
    expect(days({ from: week, to: yesterday })).toMatchObject({
      runs: [{ start: d('2026-05-27'), end: d('2026-06-02') }],
    });
    expect(days({ from: yesterday, to: week })).toMatchObject({
      runs: [{ start: d('2026-06-02'), end: d('2026-06-08') }],
    });
    const month: PeriodEnd = { kind: 'length', count: 3, unit: 'month' };
    expect(days({ from: { kind: 'day', day: d('2026-03-01') }, to: month })).toMatchObject({
      runs: [{ start: d('2026-03-01'), end: d('2026-05-31') }],
    });
  });

  test.each([
    ['all', { from: { kind: 'open' }, to: { kind: 'open' } }],
    ['2026-03', { from: { kind: 'day', day: d('2026-03-01') }, to: { kind: 'day', day: d('2026-03-31') } }],
    [
      '2026-03-01/P3M',
      { from: { kind: 'day', day: d('2026-03-01') }, to: { kind: 'length', count: 3, unit: 'month' } },
    ],
    [
      'P90D/2026-03-31',
      { from: { kind: 'length', count: 90, unit: 'day' }, to: { kind: 'day', day: d('2026-03-31') } },
    ],
    [
      'from 2026-03 to today',
      {
        from: { kind: 'day', day: d('2026-03-01') },
        to: { kind: 'rolling', base: 'today', offset: NO_OFFSET },
      },
    ],
  ])('%s has its ends', (text, expected) => expect(endsOf(text, DEFAULT_RULE)).toEqual(expected));

  test.each(['last 7 days', 'this month to date', '2026-01, 2026-03', 'P1Y2M/2026-03-31', 'nonsense'])(
    '%s is not told by its ends',
    (text) => expect(endsOf(text, DEFAULT_RULE)).toBeUndefined(),
  );

  test('a length without an end to be tied to has no phrase', () => {
    const week: PeriodEnd = { kind: 'length', count: 1, unit: 'week' };
    for (const other of [week, { kind: 'open' } as const]) {
      expect(phraseOfEnds({ from: week, to: other })).toBeUndefined();
      expect(phraseOfEnds({ from: other, to: week })).toBeUndefined();
    }
  });
});
