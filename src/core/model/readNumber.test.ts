import fc from 'fast-check';
import { numberMarksOf, readNumber, stepAlong } from './readNumber';

const EN = numberMarksOf('en-GB');
const DE = numberMarksOf('de-DE');
const FR = numberMarksOf('fr-FR');

describe('numbers as people type them', () => {
  test.each([
    ['1.5', EN, 1.5],
    ['1,500', EN, 1500],
    ['1,234,567.25', EN, 1234567.25],
    ['-12', EN, -12],
    ['−12', EN, -12],
    ['1 500', EN, 1500],
    ['1,5', DE, 1.5],
    ['1.500', DE, 1500],
    ['1 234,5', FR, 1234.5],
    ['', EN, null],
    ['-0', EN, 0],
  ] as const)('“%s” is read', (text, marks, value) =>
    expect(readNumber(text, marks)).toEqual({ kind: 'number', value }),
  );

  test.each([
    ['1,5', EN, 1.5],
    ['12,25', EN, 12.25],
    ['1.5', DE, 1.5],
    ['1.234,5', EN, 1234.5],
  ] as const)('“%s” is never silently another number', (text, marks, value) =>
    expect(readNumber(text, marks)).toEqual({ kind: 'meant', value }),
  );

  test.each(['x', '1,2,3', '1..5', '12345678901234567890', '1,50,000'])('“%s” is none', (text) =>
    expect(readNumber(text, EN)).toEqual({ kind: 'none' }),
  );

  test('what a locale writes, it reads', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'de-CH', 'sv-SE'),
        fc.integer({ min: -1e12, max: 1e12 }).map((cents) => cents / 100 + 0),
        (locale, value) => {
          const text = value.toLocaleString(locale, { maximumFractionDigits: 2 });
          expect(readNumber(text, numberMarksOf(locale))).toEqual({ kind: 'number', value: value + 0 });
        },
      ),
    );
  });
});

describe('steps along a range', () => {
  test.each([
    [0, 10, 0, 1],
    [0, 1000, 0, 5],
    [0, 1, 2, 0.01],
    [0, 123456, 2, 1000],
    [0, 0.001, 4, 0.0001],
  ])('from %d to %d with %i places: %d', (least, greatest, scale, step) =>
    expect(stepAlong(least, greatest, scale)).toBe(step),
  );
});
