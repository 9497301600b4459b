/** Ordered bins of numbers, and the ranges put together of them. */
import fc from 'fast-check';
import {
  binsBelow,
  binsIn,
  binWidth,
  boundsWords,
  isWithin,
  rangesOf,
  toggledBin,
  type NumberBin,
} from './bins';
import type { NumberBounds } from './numberBounds';

const OPEN: NumberBounds = { low: null, high: null };
const names = (bins: readonly NumberBin[]) => bins.map(({ low, high }) => `${low}–${high}`);

test.each([
  [0, 999, 0, 100],
  [0, 12, 0, 10],
  [3, 14, 0, 1],
  [-250, 250, 0, 100],
  [0, 9.99, 2, 1],
  [0, 0.05, 2, 0.01],
  [5, 5, 0, 1],
])('numbers from %d to %d with %d decimals lie in bins of %d', (least, greatest, scale, width) => {
  expect(binWidth(least, greatest, scale)).toBe(width);
  const bins = binsIn(least, greatest, width, scale, OPEN);
  expect(bins.length).toBeLessThanOrEqual(12);
  expect(bins[0]!.low).toBeLessThanOrEqual(least);
  expect(bins.at(-1)!.high).toBeGreaterThanOrEqual(greatest);
});

test('a bin holds ten finer ones, down to single numbers', () => {
  const [first] = binsIn(0, 250, 100, 0, OPEN);
  expect(names([first!])).toEqual(['0–99']);
  const below = binsBelow(first!, 0, OPEN);
  expect(names(below).slice(0, 2)).toEqual(['0–9', '10–19']);
  expect(below).toHaveLength(10);
  const single = binsBelow(below[0]!, 0, OPEN);
  expect(names(single).slice(0, 2)).toEqual(['0–0', '1–1']);
  expect(binsBelow(single[0]!, 0, OPEN)).toEqual([]);
  expect(names(binsIn(0, 2.5, 1, 2, OPEN))).toEqual(['0–0.99', '1–1.99', '2–2.99']);
});

test('bins are put together, and taken out again', () => {
  const bin = (i: number, chosen: NumberBounds) => binsIn(0, 500, 100, 0, chosen)[i]!;
  const one = toggledBin(OPEN, bin(0, OPEN), 0);
  expect(one).toEqual({ low: 0, high: 99 });
  const two = toggledBin(one, bin(3, one), 0);
  expect(two).toEqual({ low: 0, high: 99, also: [{ low: 300, high: 399 }] });
  expect(boundsWords(two)).toBe('from 0 to 99 or from 300 to 399');
  // Bins that touch become one range.
  const touching = toggledBin(one, bin(1, one), 0);
  expect(touching).toEqual({ low: 0, high: 199 });
  const [finer] = binsBelow(bin(1, touching), 0, touching);
  const hollow = toggledBin(touching, finer!, 0);
  expect(hollow).toEqual({ low: 0, high: 99, also: [{ low: 110, high: 199 }] });
  expect(bin(1, hollow).checked).toBe('some');
  expect(toggledBin(toggledBin(two, bin(0, two), 0), bin(3, { low: 300, high: 399 }), 0)).toEqual(OPEN);
});

test('a number lies in any of the ranges; a missing one in none', () => {
  expect(rangesOf(OPEN)).toEqual([]);
  expect(isWithin(OPEN, null)).toBe(true);
  expect(rangesOf({ ...OPEN, also: [{ low: 1, high: 2 }] })).toEqual([]);
  const bounds = { low: null, high: 9, also: [{ low: 20, high: 29 }] };
  expect([5, 9, 10, 20, 29, 30, null].map((value) => isWithin(bounds, value))).toEqual([
    true,
    true,
    false,
    true,
    true,
    false,
    false,
  ]);
});

test('whatever bins are clicked, a number is kept exactly where its bin is checked', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 2 }),
      fc.integer({ min: -400, max: 400 }),
      fc.integer({ min: 1, max: 4000 }),
      fc.array(fc.tuple(fc.nat(), fc.option(fc.nat())), { maxLength: 8 }),
      fc.nat(),
      (scale, start, length, clicks, probe) => {
        const [least, greatest] = [start / 10 ** scale, (start + length) / 10 ** scale];
        const width = binWidth(least, greatest, scale);
        let chosen: NumberBounds = OPEN;
        const all = () => binsIn(least, greatest, width, scale, chosen);
        for (const [top, inner] of clicks) {
          const bin = all()[top % all().length]!;
          const below = binsBelow(bin, scale, chosen);
          const clicked = inner === null || below.length === 0 ? bin : below[inner % below.length]!;
          chosen = toggledBin(chosen, clicked, scale);
        }
        if (rangesOf(chosen).length === 0) return;
        const value = (start + (probe % (length + 1))) / 10 ** scale;
        const bin = all().find(({ low, high }) => value >= low && value <= high)!;
        const finest = [bin, ...binsBelow(bin, scale, chosen)].findLast(
          ({ low, high }) => value >= low && value <= high,
        )!;
        if (finest.checked !== 'some') expect(isWithin(chosen, value)).toBe(finest.checked === 'all');
      },
    ),
  );
});
