import fc from 'fast-check';
import { specialDaysByDay, type SpecialDay } from './almanac';
import { ATTRIBUTES, attributeOf, attributeValues } from './attributes';
import { DEFAULT_RULE } from './rule';
import { anyRule, d, recentDay } from './testing';

const SPECIAL: SpecialDay[] = [
  { day: d('2025-12-24'), name: 'Midwinter', kind: 'holiday' },
  { day: d('2025-06-12'), name: 'Harbour Day', kind: 'holiday' },
  { day: d('2026-06-12'), name: 'Harbour Day', kind: 'holiday' },
  { day: d('2025-06-12'), name: 'Regatta', kind: 'event' },
];
const byDay = specialDaysByDay(SPECIAL);
const FISCAL = { ...DEFAULT_RULE, fiscal: { ...DEFAULT_RULE.fiscal, yearStartMonth: 4, monthStartDay: 21 } };

describe('attributes of days', () => {
  test.each([
    ['2025-06-12', 'weekday', 'Thursday'],
    ['2025-06-12', 'weekend', 'Weekday'],
    ['2025-06-12', 'holiday', 'Holiday'],
    ['2025-06-12', 'holiday name', 'Harbour Day'],
    ['2025-06-12', 'event', 'Regatta'],
    ['2025-06-13', 'holiday', 'Ordinary day'],
    ['2025-06-13', 'holiday name', null],
    ['2025-01-04', 'day of month', '04'],
    ['2025-01-01', 'week', 'W01'],
    ['2025-11-02', 'month', 'November'],
    ['2025-11-02', 'quarter', 'Q4'],
    ['2025-03-21', 'fiscal month', 'M01'],
    ['2025-03-20', 'fiscal month', 'M12'],
    ['2025-03-21', 'fiscal quarter', 'Q1'],
    ['2025-03-21', 'fiscal year', 'FY2026'],
  ] as const)('of %s, %s is %s', (day, attribute, value) =>
    expect(attributeOf(attribute, d(day), FISCAL, byDay)).toBe(value),
  );

  test('come in natural order, never by the alphabet', () => {
    const values = (attribute: (typeof ATTRIBUTES)[number], rule = DEFAULT_RULE) =>
      attributeValues(attribute, d('2025-01-01'), d('2026-12-31'), rule, SPECIAL);
    expect(values('weekday').slice(0, 2)).toEqual(['Monday', 'Tuesday']);
    expect(values('weekday', { ...DEFAULT_RULE, weekStart: 7 })[0]).toBe('Sunday');
    expect(values('month').slice(0, 4)).toEqual(['January', 'February', 'March', 'April']);
    expect(values('holiday name')).toEqual(['Harbour Day', 'Midwinter']);
    expect(values('fiscal month', FISCAL)).toEqual(
      Array.from({ length: 12 }, (_, i) => `M${String(i + 1).padStart(2, '0')}`),
    );
  });

  test('list every value that any day has', () => {
    fc.assert(
      fc.property(
        recentDay,
        fc.integer({ min: 0, max: 800 }),
        anyRule,
        fc.constantFrom(...ATTRIBUTES),
        (first, days, rule, attribute) => {
          const values = attributeValues(attribute, first, first + days, rule, SPECIAL);
          expect(new Set(values).size).toBe(values.length);
          for (const day of [first, first + days, first + Math.floor(days / 2)]) {
            const value = attributeOf(attribute, day, rule, byDay);
            if (value !== null) expect(values).toContain(value);
          }
        },
      ),
      { numRuns: 80 },
    );
  });
});
