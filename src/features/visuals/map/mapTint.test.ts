import fc from 'fast-check';
import {
  changeTintOf,
  LEAST_RADIUS,
  MOST_RADIUS,
  opacityOf,
  radiiOf,
  TINTS,
  tintColours,
  tintOf,
} from './mapTint';

const values = fc.array(fc.option(fc.integer({ min: -1000, max: 100_000 }), { nil: null }), {
  minLength: 1,
  maxLength: 50,
});

test('a greater value is never fainter or smaller, and no value has neither tint nor size', () => {
  fc.assert(
    fc.property(values, (given) => {
      const tint = tintOf(given);
      const radii = radiiOf(given);
      expect(tint === undefined).toBe(given.every((value) => value === null));
      given.forEach((a, i) => {
        expect((tint?.steps[i] ?? null) === null).toBe(a === null);
        expect(radii[i] === null).toBe(a === null);
        given.forEach((b, j) => {
          if (a === null || b === null || a > b) return;
          expect(tint!.steps[i]!).toBeLessThanOrEqual(tint!.steps[j]!);
          expect(radii[i]!).toBeLessThanOrEqual(radii[j]!);
        });
      });
    }),
  );
});

test('the ends are the faintest and the fullest; circles are as large in area as their values', () => {
  const tint = tintOf([10, 40, 100])!;
  expect([tint.low, tint.high, tint.steps[0], tint.steps[2]]).toEqual([10, 100, 0, TINTS - 1]);
  expect(opacityOf(TINTS - 1)).toBe(1);
  expect(radiiOf([100, 25, 0, -5])).toEqual([MOST_RADIUS, MOST_RADIUS / 2, LEAST_RADIUS, LEAST_RADIUS]);
  expect(tintOf([5, null, 5])!.steps).toEqual([TINTS - 1, null, TINTS - 1]);
});

test('changes are told from the middle: nothing is faintest, a fall and a rise of one size are alike', () => {
  const tint = changeTintOf([-50, 0, 50, 100, null])!;
  expect([tint.low, tint.high]).toEqual([-100, 100]);
  const [fall, none, rise, most] = tint.steps as number[];
  expect(opacityOf(fall!, true)).toBe(opacityOf(rise!, true));
  expect(opacityOf(none!, true)).toBeLessThan(opacityOf(rise!, true));
  expect(opacityOf(most!, true)).toBe(1);
  expect(tint.steps[4]).toBeNull();
  expect(changeTintOf([0, 0])!.steps).toEqual([(TINTS - 1) / 2, (TINTS - 1) / 2]);
  expect(changeTintOf([null])).toBeUndefined();
});

test.each([
  ['more', 'worse', 'better'],
  ['less', 'better', 'worse'],
  ['neither', 'other', 'own'],
] as const)('where %s is better, falls are %s and rises %s', (direction, fall, rise) => {
  const names = { own: 'own', better: 'better', worse: 'worse', other: 'other' };
  const steps = tintColours(true, direction, names);
  expect([steps[0], steps[TINTS - 1]]).toEqual([fall, rise]);
  expect(new Set(tintColours(false, direction, names))).toEqual(new Set(['own']));
});
