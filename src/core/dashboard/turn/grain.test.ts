import fc from 'fast-check';
import { DEFAULT_RULE } from '../../calendar/rule';
import { d } from '../../calendar/testing';
import { UNITS } from '../../calendar/units';
import { MOST_BUCKETS } from '../document/kinds/measured';
import { AUTO_GRAIN, bucketsOf, grainFor } from './grain';

describe('grain', () => {
  test('follows the window so that there are never too many buckets', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 40_000 }), (from, length) => {
        const first = d('1990-01-01') + from;
        const last = first + length;
        const { unit } = grainFor(AUTO_GRAIN, { first, last }, [], DEFAULT_RULE);
        const { starts } = bucketsOf(unit, first, last, DEFAULT_RULE);
        // Buckets that the window cuts count as any other.
        expect(starts.length).toBeLessThanOrEqual(MOST_BUCKETS);
      }),
      { numRuns: 200 },
    );
  });

  test.each([
    [AUTO_GRAIN, 90, [], 'day', null],
    [AUTO_GRAIN, 400, [], 'week', null],
    [AUTO_GRAIN, 146_000, [], 'year', null],
    [AUTO_GRAIN, 146_000, ['month'], 'year', null],
    [{ ...AUTO_GRAIN, grain: 'day' }, 400, [], 'day', null],
    [{ ...AUTO_GRAIN, grain: 'day' }, 9000, [], 'week', 'too many'],
    [{ ...AUTO_GRAIN, grain: 'day', mostFixed: 120 }, 121, [], 'week', 'too many'],
    [{ ...AUTO_GRAIN, grain: 'day', mostFixed: 120 }, 110, [], 'day', null],
    [{ grain: 'auto', most: 10, least: 8 }, 300, [], 'month', null],
    [{ grain: 'auto', most: 10, least: 8 }, 900, [], 'quarter', null],
    [{ grain: 'auto', most: 6, least: 5 }, 40, [], 'week', null],
    [AUTO_GRAIN, 90, ['month'], 'month', 'coarse measure'],
    [{ ...AUTO_GRAIN, grain: 'week' }, 90, ['month'], 'month', 'coarse measure'],
    [{ ...AUTO_GRAIN, grain: 'quarter' }, 900, ['month'], 'quarter', null],
    [AUTO_GRAIN, 900, ['fiscal month'], 'fiscal month', 'coarse measure'],
  ] as const)('wanted %j over %i days with units %j is %s', (wanted, days, coarse, unit, because) => {
    const fiscal = { ...DEFAULT_RULE, fiscal: { ...DEFAULT_RULE.fiscal, monthStartDay: 21 } };
    const first = d('2024-01-01');
    const window = { first, last: first + days - 1 };
    expect(grainFor(wanted, window, coarse, fiscal)).toEqual({ unit, because });
  });

  test('buckets are whole units, one after the other, and know which are cut', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.integer({ min: d('2020-01-01'), max: d('2026-12-31') }),
        fc.integer({ min: 0, max: 900 }),
        (grain, first, length) => {
          const buckets = bucketsOf(grain, first, first + length, DEFAULT_RULE);
          expect(buckets.starts[0]).toBeLessThanOrEqual(first);
          expect(buckets.end).toBeGreaterThanOrEqual(first + length);
          expect([...buckets.starts].sort((a, b) => a - b)).toEqual(buckets.starts);
          expect(buckets.partialFirst).toBe(buckets.starts[0]! < first);
          expect(buckets.partialLast).toBe(buckets.end > first + length);
        },
      ),
    );
  });

  test('buckets are whole units and say where the window cuts them', () => {
    const buckets = bucketsOf('month', d('2025-01-15'), d('2025-03-31'), DEFAULT_RULE);
    expect(buckets).toEqual({
      unit: 'month',
      starts: [d('2025-01-01'), d('2025-02-01'), d('2025-03-01')],
      end: d('2025-03-31'),
      partialFirst: true,
      partialLast: false,
    });
  });
});
