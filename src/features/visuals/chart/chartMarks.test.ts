import fc from 'fast-check';
import { areaPath, barsPath, bridgePath, linePath, split, stackBases, stackExtent } from './chartMarks';

const x = (i: number) => i * 10;
const y = (value: number) => 100 - value;

describe('marks of charts', () => {
  test('a line breaks where there is no value, and a value alone is still seen', () => {
    expect(linePath([1, 2, null, 3, null, 4, 5], x, y)).toBe(
      'M0.0 99.0L10.0 98.0M30.0 97.0h.01M50.0 96.0L60.0 95.0',
    );
  });

  test('gaps are bridged from the value before to the one after', () => {
    expect(bridgePath([null, 1, null, null, 4, 5], x, y)).toBe('M10.0 99.0L40.0 96.0');
  });

  test('the provisional part begins where the sure one ends', () => {
    expect(split([1, 2, 3, 4], 2)).toEqual({ sure: [1, 2, null, null], provisional: [null, 2, 3, 4] });
    expect(split([1, 2], null)).toEqual({ sure: [1, 2], provisional: [] });
  });

  test('an area comes back along what it stands on', () => {
    expect(areaPath([1, 2, null], [5, 5, 5], x, y)).toBe('M0.0 94.0L10.0 93.0L10.0 95.0L0.0 95.0Z');
  });

  test('bars go from their base to their value', () => {
    expect(barsPath([3, null], [1, 0], x, 4, y)).toBe('M0.0 99.0V96.0h4.0V99.0Z');
  });

  test('a stack reaches the sum of its positive values up and of its negative ones down', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.option(fc.integer({ min: -50, max: 50 })), { minLength: 3, maxLength: 3 }), {
          minLength: 1,
          maxLength: 5,
        }),
        (series) => {
          const bases = stackBases(series);
          const reached = stackExtent(series, bases);
          for (const i of [0, 1, 2]) {
            const values = series.map((entry) => entry[i] ?? 0);
            const up = values.filter((value) => value > 0).reduce((a, b) => a + b, 0);
            const at = series.map((_, s) => reached[s * 3 + i]!);
            expect(Math.max(0, ...at)).toBe(up);
          }
        },
      ),
    );
  });
});
