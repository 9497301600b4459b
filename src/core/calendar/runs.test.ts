import fc from 'fast-check';
import {
  ALL_DAYS,
  containsDay,
  countDays,
  countDaysIn,
  intersectRuns,
  joinedRuns,
  nearestDayIn,
  nextDayIn,
  normalizeRuns,
  previousDayIn,
  runsOfDays,
  sameRuns,
  subtractRuns,
  unionRuns,
  type DayRuns,
} from './runs';
import { closeRuns } from './testing';

/** The plain model: a set of days. */
const daysOf = (runs: DayRuns) => {
  const days = new Set<number>();
  for (const run of runs) for (let day = run.start; day <= run.end; day++) days.add(day);
  return days;
};
const fromSet = (days: Iterable<number>) => runsOfDays([...days].sort((a, b) => a - b));

describe('day runs', () => {
  test('sets of days and runs are the same thing', () => {
    fc.assert(
      fc.property(closeRuns, closeRuns, (a, b) => {
        const [left, right] = [daysOf(a), daysOf(b)];
        expect(unionRuns(a, b)).toEqual(fromSet(new Set([...left, ...right])));
        expect(intersectRuns(a, b)).toEqual(fromSet([...left].filter((day) => right.has(day))));
        expect(subtractRuns(a, b)).toEqual(fromSet([...left].filter((day) => !right.has(day))));
        expect(countDays(a)).toBe(left.size);
      }),
    );
  });

  test('looking up days agrees with the plain model', () => {
    fc.assert(
      fc.property(
        closeRuns,
        fc.integer({ min: -5, max: 120 }),
        fc.integer({ min: 0, max: 40 }),
        (runs, day, length) => {
          const days = [...daysOf(runs)].sort((a, b) => a - b);
          expect(containsDay(runs, day)).toBe(days.includes(day));
          expect(nextDayIn(runs, day)).toBe(days.find((entry) => entry >= day));
          expect(previousDayIn(runs, day)).toBe(days.filter((entry) => entry <= day).pop());
          expect(countDaysIn(runs, day, day + length)).toBe(
            days.filter((entry) => entry >= day && entry <= day + length).length,
          );
          const nearest = nearestDayIn(runs, day);
          const distances = days.map((entry) => Math.abs(entry - day));
          expect(nearest === undefined ? Infinity : Math.abs(nearest - day)).toBe(
            Math.min(...distances, Infinity),
          );
        },
      ),
    );
  });

  test('open ends work as days without end', () => {
    const later = [{ start: 10, end: Infinity }];
    expect(intersectRuns(ALL_DAYS, later)).toEqual(later);
    expect(subtractRuns(ALL_DAYS, later)).toEqual([{ start: -Infinity, end: 9 }]);
    expect(countDays(later)).toBe(Infinity);
    expect(sameRuns(later, [{ start: 10, end: Infinity }])).toBe(true);
  });

  test('runs that a step cannot tell apart are one, and never more than there are steps', () => {
    const everyFifth = Array.from({ length: 1000 }, (_, i) => ({ start: i * 5, end: i * 5 }));
    expect(joinedRuns(everyFifth, 4)).toEqual(everyFifth);
    expect(joinedRuns(everyFifth, 4.5)).toEqual([{ start: 0, end: 4995 }]);
    const [first, second, third] = [
      { start: 0, end: 9 },
      { start: 12, end: 12 },
      { start: 40, end: Infinity },
    ];
    expect(joinedRuns([first, second, third], 3)).toEqual([{ start: 0, end: 12 }, third]);
    fc.assert(
      fc.property(closeRuns, fc.integer({ min: 1, max: 30 }), (runs, step) => {
        const joined = joinedRuns(runs, step);
        expect(subtractRuns(runs, joined)).toEqual([]);
        if (runs.length > 0) {
          const days = runs[runs.length - 1]!.end - runs[0]!.start + 1;
          expect(joined.length).toBeLessThanOrEqual(Math.ceil(days / step) + 1);
        }
      }),
    );
  });

  test('intervals that touch become one run; reversed ones vanish', () => {
    expect(
      normalizeRuns([
        { start: 5, end: 6 },
        { start: 1, end: 4 },
        { start: 9, end: 8 },
      ]),
    ).toEqual([{ start: 1, end: 6 }]);
  });
});
