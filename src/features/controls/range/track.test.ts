/** Days along the track of a range slider, by examples and for any days. */
import fc from 'fast-check';
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d, runs } from '../../../core/calendar/testing';
import { UNITS, type Unit } from '../../../core/calendar/units';
import {
  dayAt,
  movedByDays,
  shareOf,
  steppedSide,
  steppedSpan,
  textOfSpan,
  ticksOf,
  trackOf,
  withSide,
} from './track';

const trackOver = (covered: [string, string][], unit: Unit = 'month', allowUncovered = false) =>
  trackOf(runs(...covered), unit, DEFAULT_RULE, allowUncovered)!;
const year = trackOver([['2025-01-01', '2025-12-31']]);
const span = (start: string, end: string) => ({ start: d(start), end: d(end) });

test('there is no track without data', () => {
  expect(trackOf([], 'day', DEFAULT_RULE, false)).toBeUndefined();
  expect(year).toMatchObject({ first: d('2025-01-01'), last: d('2025-12-31') });
});

test('a place of the track and the day there say the same, for every day', () => {
  const [first, last] = [year.first, year.last];
  fc.assert(
    fc.property(fc.integer({ min: first, max: last }), (day) => {
      expect(dayAt(year, shareOf(year, day) + 1e-9)).toBe(day);
    }),
  );
  expect([shareOf(year, first), shareOf(year, last + 1), shareOf(year, first - 9)]).toEqual([0, 1, 0]);
  expect([dayAt(year, -1), dayAt(year, 2)]).toEqual([first, last]);
});

describe('an end that is put at a day', () => {
  test.each([
    ['start', '2025-03-10', '2025-03-01'],
    ['start', '2025-03-20', '2025-04-01'],
    // As far from both edges: the earlier one.
    ['start', '2025-04-16', '2025-04-01'],
    ['end', '2025-06-10', '2025-05-31'],
    ['end', '2025-06-20', '2025-06-30'],
    ['end', '2026-03-01', '2025-12-31'],
    ['start', '2024-03-01', '2025-01-01'],
  ] as const)('%s at %s snaps to %s', (side, day, at) => {
    const put = withSide(year, span('2025-01-01', '2025-12-31'), side, d(day));
    expect(put[side]).toBe(d(at));
  });

  test('never passes the other', () => {
    const may = span('2025-05-01', '2025-05-31');
    expect(withSide(year, may, 'start', d('2025-09-01'))).toEqual(span('2025-05-31', '2025-05-31'));
    expect(withSide(year, may, 'end', d('2025-02-01'))).toEqual(span('2025-05-01', '2025-05-01'));
  });

  test('goes to a day with data, unless any may be chosen', () => {
    const holed: [string, string][] = [
      ['2025-01-01', '2025-01-31'],
      ['2025-03-10', '2025-04-30'],
    ];
    const whole = span('2025-01-01', '2025-04-30');
    expect(withSide(trackOver(holed), whole, 'start', d('2025-03-02')).start).toBe(d('2025-03-10'));
    expect(withSide(trackOver(holed, 'month', true), whole, 'start', d('2025-03-02')).start).toBe(
      d('2025-03-01'),
    );
  });
});

describe('a window that is moved', () => {
  test('keeps its length inside the track', () => {
    const may = span('2025-05-01', '2025-05-31');
    expect(movedByDays(year, may, 3)).toEqual(span('2025-05-04', '2025-06-03'));
    expect(movedByDays(year, may, 999)).toEqual(span('2025-12-01', '2025-12-31'));
    expect(movedByDays(year, may, -999)).toEqual(span('2025-01-01', '2025-01-31'));
  });

  test('stays where there would be no data', () => {
    const holed: [string, string][] = [
      ['2025-01-01', '2025-01-31'],
      ['2025-03-10', '2025-04-30'],
    ];
    const week = span('2025-01-20', '2025-01-26');
    expect(movedByDays(trackOver(holed), week, 20)).toEqual(week);
    expect(movedByDays(trackOver(holed, 'day', true), week, 20)).toEqual(span('2025-02-09', '2025-02-15'));
    expect(movedByDays(trackOver(holed), week, 11)).toEqual(span('2025-01-31', '2025-02-06'));
  });

  test('steps by whole units over stretches without data, to the end of the track', () => {
    const holed = trackOver([
      ['2025-01-01', '2025-01-31'],
      ['2025-04-10', '2025-05-20'],
    ]);
    const january = span('2025-01-01', '2025-01-31');
    const april = span('2025-04-01', '2025-04-30');
    expect(steppedSpan(holed, january, 1)).toEqual(april);
    expect(steppedSpan(holed, april, -1)).toEqual(january);
    expect(steppedSpan(holed, january, -1)).toBeUndefined();
    // A month that the data ends in belongs to the track.
    expect(steppedSpan(holed, april, 1)).toEqual(span('2025-05-01', '2025-05-31'));
    expect(steppedSpan(holed, span('2025-05-01', '2025-05-31'), 1)).toBeUndefined();
    // As many units as it had.
    expect(steppedSpan(year, span('2025-02-01', '2025-03-31'), 1)).toEqual(span('2025-03-01', '2025-04-30'));
    const free = { ...holed, allowUncovered: true };
    expect(steppedSpan(free, january, 1)).toEqual(span('2025-02-01', '2025-02-28'));
  });

  test('one end steps by a unit, or on to the next data', () => {
    const march = span('2025-03-01', '2025-03-31');
    expect(steppedSide(year, march, 'end', 1)).toEqual(span('2025-03-01', '2025-04-30'));
    expect(steppedSide(year, march, 'start', -1)).toEqual(span('2025-02-01', '2025-03-31'));
    const holed = trackOver([
      ['2025-01-01', '2025-01-31'],
      ['2025-05-10', '2025-06-30'],
    ]);
    expect(steppedSide(holed, span('2025-01-01', '2025-01-31'), 'end', 1).end).toBeGreaterThan(
      d('2025-05-09'),
    );
    const late = span('2025-05-10', '2025-06-30');
    expect(steppedSide(holed, late, 'start', -1)).toEqual(span('2025-01-31', '2025-06-30'));
  });
});

test('the whole track is everything; an end that was open stays open until it is moved', () => {
  expect(textOfSpan(year, span('2025-01-01', '2025-12-31'), [])).toBe('all');
  const open = [{ start: d('2025-03-01'), end: Infinity }];
  expect(textOfSpan(year, span('2025-04-01', '2025-12-31'), open)).toBe('2025-04-01/..');
  expect(textOfSpan(year, span('2025-04-01', '2025-11-30'), open)).toBe('2025-04-01/2025-11-30');
  const begun = [{ start: -Infinity, end: d('2025-06-30') }];
  expect(textOfSpan(year, span('2025-01-01', '2025-05-31'), begun)).toBe('../2025-05-31');
  expect(textOfSpan(year, span('2025-02-01', '2025-05-31'), begun)).toBe('2025-02-01/2025-05-31');
  expect(textOfSpan(year, span('2025-02-01', '2025-12-31'), [])).toBe('2025-02-01/2025-12-31');
});

test('ticks are of the finest unit that has room; a year that begins is named', () => {
  const days = (covered: [string, string], width: number) =>
    ticksOf(trackOver([covered]), width, 40).map(({ day, label }) => [day, label]);
  expect(days(['2025-01-01', '2025-01-05'], 200)).toHaveLength(5);
  const months = days(['2024-11-15', '2025-03-31'], 200);
  expect(months.map(([day]) => day)).toEqual(['2024-12-01', '2025-01-01', '2025-02-01', '2025-03-01'].map(d));
  expect(months.map(([, label]) => label)).toEqual(['Dec', '2025', 'Feb', 'Mar']);
  // Of too many years some are left out.
  expect(days(['2000-01-01', '2019-12-31'], 200).map(([, label]) => label)).toEqual([
    '2000',
    '2004',
    '2008',
    '2012',
    '2016',
  ]);
});

/** Data from 2024 to 2025 with nothing in March and April 2025. */
const holedTrack = (unit: Unit = 'month', allowUncovered = false) =>
  trackOver(
    [
      ['2024-01-01', '2025-02-28'],
      ['2025-05-01', '2025-12-31'],
    ],
    unit,
    allowUncovered,
  );

describe('over two years with a hole', () => {
  test('brackets go to the nearest edge of a unit, then to data', () => {
    const window = span('2024-03-01', '2024-08-31');
    expect(withSide(holedTrack(), window, 'start', d('2024-04-20'))).toEqual(
      span('2024-05-01', '2024-08-31'),
    );
    expect(withSide(holedTrack(), window, 'start', d('2024-04-10'))).toEqual(
      span('2024-04-01', '2024-08-31'),
    );
    expect(withSide(holedTrack(), window, 'end', d('2025-03-10'))).toEqual(span('2024-03-01', '2025-02-28'));
    expect(withSide(holedTrack('month', true), window, 'end', d('2025-04-02'))).toEqual(
      span('2024-03-01', '2025-03-31'),
    );
  });

  test('by days, the default, either bracket goes to the very day', () => {
    const window = span('2024-03-01', '2024-08-31');
    for (const side of ['start', 'end'] as const) {
      for (const day of ['2024-03-31', '2024-05-15', '2024-01-01']) {
        const at = withSide(
          holedTrack('day'),
          { start: d('2024-01-01'), end: d('2025-12-31') },
          side,
          d(day),
        );
        expect(at[side]).toBe(d(day));
      }
    }
    expect(withSide(holedTrack('day'), window, 'end', d('2025-12-31')).end).toBe(d('2025-12-31'));
    expect(steppedSide(holedTrack('day'), window, 'end', -1).end).toBe(d('2024-08-30'));
    expect(steppedSide(holedTrack('day'), window, 'end', 1).end).toBe(d('2024-09-01'));
    expect(steppedSide(holedTrack('day'), window, 'start', -1).start).toBe(d('2024-02-29'));
  });

  test('a step and a step back lead to where the bracket was, in any unit', () => {
    const on = (unit: Unit) => trackOver([['2020-01-01', '2025-12-31']], unit);
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.integer({ min: d('2022-01-01'), max: d('2023-12-31') }),
        fc.constantFrom('start' as const, 'end' as const),
        (unit, day, side) => {
          const wide = { start: d('2020-01-01'), end: d('2025-12-31') };
          const at = withSide(on(unit), wide, side, day);
          const there = steppedSide(on(unit), at, side, 1);
          expect(there[side]).toBeGreaterThan(at[side]);
          expect(steppedSide(on(unit), there, side, -1)).toEqual(at);
        },
      ),
    );
  });

  test('the last, unfinished unit can be reached', () => {
    const cut = trackOver([['2024-01-01', '2025-06-10']]);
    expect(withSide(cut, span('2024-03-01', '2024-08-31'), 'end', d('2025-06-10')).end).toBe(d('2025-06-10'));
    expect(steppedSide(cut, span('2024-03-01', '2025-05-31'), 'end', 1).end).toBe(d('2025-06-10'));
    expect(withSide(cut, span('2024-03-01', '2024-08-31'), 'end', d('2025-05-29')).end).toBe(d('2025-05-31'));
  });

  test('an open end stays open until it is moved', () => {
    const whole = holedTrack('day');
    const open = [{ start: d('2024-05-01'), end: Infinity }];
    expect(textOfSpan(whole, span('2024-06-01', '2025-12-31'), open)).toBe('2024-06-01/..');
    expect(textOfSpan(whole, span('2024-05-01', '2025-11-30'), open)).toBe('2024-05-01/2025-11-30');
    expect(textOfSpan(whole, span('2024-01-01', '2025-12-31'), open)).toBe('all');
    expect(textOfSpan(whole, span('2024-06-01', '2025-12-31'), runs(['2024-05-01', '2025-12-31']))).toBe(
      '2024-06-01/2025-12-31',
    );
    const upTo = [{ start: -Infinity, end: d('2024-12-31') }];
    expect(textOfSpan(whole, span('2024-01-01', '2024-11-30'), upTo)).toBe('../2024-11-30');
  });

  test('ends never pass each other, and moving keeps the length', () => {
    const day = fc.integer({ min: d('2023-01-01'), max: d('2026-12-31') });
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        day,
        day,
        fc.integer({ min: -900, max: 900 }),
        (unit, a, b, by) => {
          const on = holedTrack(unit, true);
          const window = span('2024-05-01', '2024-11-30');
          for (const side of ['start', 'end'] as const) {
            const next = withSide(on, withSide(on, window, side, a), side, b);
            expect(next.start).toBeLessThanOrEqual(next.end);
          }
          const moved = movedByDays(on, window, by);
          expect(moved.end - moved.start).toBe(window.end - window.start);
          expect(moved.start).toBeGreaterThanOrEqual(on.first);
          expect(moved.end).toBeLessThanOrEqual(on.last);
        },
      ),
    );
  });

  test('keys and play pass over stretches without data', () => {
    expect(steppedSide(holedTrack(), span('2024-01-01', '2025-02-28'), 'end', 1)).toEqual(
      span('2024-01-01', '2025-05-01'),
    );
    expect(steppedSpan(holedTrack(), span('2025-02-01', '2025-02-28'), 1)).toEqual(
      span('2025-05-01', '2025-05-31'),
    );
    expect(steppedSpan(holedTrack(), span('2025-12-01', '2025-12-31'), 1)).toBeUndefined();
  });

  test('a day and its place lead to each other, and ticks have room', () => {
    fc.assert(
      fc.property(fc.integer({ min: d('2024-01-01'), max: d('2025-12-31') }), (day) => {
        expect(dayAt(holedTrack(), shareOf(holedTrack(), day) + 1e-9)).toBe(day);
      }),
    );
    for (const width of [200, 600, 1200]) {
      const ticks = ticksOf(holedTrack(), width, 46);
      expect(ticks.length).toBeGreaterThan(0);
      expect(ticks.length).toBeLessThanOrEqual(Math.ceil(width / 46) + 1);
    }
  });
});
