/** Where labels beside the pointer stand. */
import fc from 'fast-check';
import { tipPlace } from './Tip';

const LONG = 'a year earlier, 10–16 Nov 2024: 16,489, +61.1 %';

test('a label stands beside the pointer, on the side with more room', () => {
  expect(tipPlace(10, 600, ['week 46']).left).toBe(22);
  const right = tipPlace(590, 600, ['week 46']);
  expect(right.left + right.width).toBe(578);
});

test('one that is too long for its side moves over, and one longer than the visual is folded', () => {
  const moved = tipPlace(190, 400, [LONG]);
  expect(moved.left + moved.width).toBe(400);
  expect(moved.left).toBeGreaterThan(0);
  const folded = tipPlace(60, 120, ['week 46', LONG]);
  expect(folded).toMatchObject({ left: 0, width: 120 });
  expect(folded.height).toBeGreaterThan(tipPlace(60, 1200, ['week 46', LONG]).height);
});

test('wherever the pointer is, the label lies inside', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 80, max: 900 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.array(fc.string({ maxLength: 80 }), { minLength: 1, maxLength: 5 }),
      (width, at, lines) => {
        const { left, width: own } = tipPlace(at * width, width, lines);
        expect(left).toBeGreaterThanOrEqual(0);
        expect(left + own).toBeLessThanOrEqual(width);
      },
    ),
  );
});
