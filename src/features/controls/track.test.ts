import fc from 'fast-check';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { countDaysIn } from '../../core/calendar/runs';
import { d, runs } from '../../core/calendar/testing';
import { UNITS } from '../../core/calendar/units';
import { pickedText, dayByKey, weeksOf } from './calendar/calendarGrid';
import { lookBackOf, lookBackText } from './lookback/lookBack';
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
} from './range/track';
import { childrenOf, toggledNode, treeText } from './tree/treeNodes';

/** Data from 2024 to 2025 with nothing in March and April 2025. */
const DATA = runs(['2024-01-01', '2025-02-28'], ['2025-05-01', '2025-12-31']);
const track = (unit: (typeof UNITS)[number] = 'month', allowUncovered = false) =>
  trackOf(DATA, unit, DEFAULT_RULE, allowUncovered)!;
const span = (first: string, last: string) => ({ start: d(first), end: d(last) });

describe('a range slider', () => {
  test('brackets go to the nearest edge of a unit, then to data', () => {
    const window = span('2024-03-01', '2024-08-31');
    expect(withSide(track(), window, 'start', d('2024-04-20'))).toEqual(span('2024-05-01', '2024-08-31'));
    expect(withSide(track(), window, 'start', d('2024-04-10'))).toEqual(span('2024-04-01', '2024-08-31'));
    expect(withSide(track(), window, 'end', d('2025-03-10'))).toEqual(span('2024-03-01', '2025-02-28'));
    expect(withSide(track('month', true), window, 'end', d('2025-04-02'))).toEqual(
      span('2024-03-01', '2025-03-31'),
    );
  });

  test('by days, the default, either bracket goes to the very day', () => {
    const window = span('2024-03-01', '2024-08-31');
    for (const side of ['start', 'end'] as const) {
      for (const day of ['2024-03-31', '2024-05-15', '2024-01-01']) {
        const at = withSide(track('day'), { start: d('2024-01-01'), end: d('2025-12-31') }, side, d(day));
        expect(at[side]).toBe(d(day));
      }
    }
    expect(withSide(track('day'), window, 'end', d('2025-12-31')).end).toBe(d('2025-12-31'));
    expect(steppedSide(track('day'), window, 'end', -1).end).toBe(d('2024-08-30'));
    expect(steppedSide(track('day'), window, 'end', 1).end).toBe(d('2024-09-01'));
    expect(steppedSide(track('day'), window, 'start', -1).start).toBe(d('2024-02-29'));
  });

  test('a step and a step back lead to where the bracket was, in any unit', () => {
    const on = (unit: (typeof UNITS)[number]) =>
      trackOf(runs(['2020-01-01', '2025-12-31']), unit, DEFAULT_RULE, false)!;
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
    const cut = trackOf(runs(['2024-01-01', '2025-06-10']), 'month', DEFAULT_RULE, false)!;
    expect(withSide(cut, span('2024-03-01', '2024-08-31'), 'end', d('2025-06-10')).end).toBe(d('2025-06-10'));
    expect(steppedSide(cut, span('2024-03-01', '2025-05-31'), 'end', 1).end).toBe(d('2025-06-10'));
    expect(withSide(cut, span('2024-03-01', '2024-08-31'), 'end', d('2025-05-29')).end).toBe(d('2025-05-31'));
  });

  test('an open end stays open until it is moved', () => {
    const whole = track('day');
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
          const on = track(unit, true);
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
    expect(steppedSide(track(), span('2024-01-01', '2025-02-28'), 'end', 1)).toEqual(
      span('2024-01-01', '2025-05-01'),
    );
    expect(steppedSpan(track(), span('2025-02-01', '2025-02-28'), 1)).toEqual(
      span('2025-05-01', '2025-05-31'),
    );
    expect(steppedSpan(track(), span('2025-12-01', '2025-12-31'), 1)).toBeUndefined();
  });

  test('a day and its place lead to each other, and ticks have room', () => {
    fc.assert(
      fc.property(fc.integer({ min: d('2024-01-01'), max: d('2025-12-31') }), (day) => {
        expect(dayAt(track(), shareOf(track(), day) + 1e-9)).toBe(day);
      }),
    );
    for (const width of [200, 600, 1200]) {
      const ticks = ticksOf(track(), width, 46);
      expect(ticks.length).toBeGreaterThan(0);
      expect(ticks.length).toBeLessThanOrEqual(Math.ceil(width / 46) + 1);
    }
  });
});

describe('a calendar', () => {
  test('a month has whole weeks that begin as the rule says', () => {
    const weeks = weeksOf(d('2025-03-01'), { ...DEFAULT_RULE, weekStart: 7 });
    expect(weeks[0]![0]).toBe(d('2025-02-23'));
    expect(weeks.every((week) => week.length === 7)).toBe(true);
  });

  test('keys pass over days without data', () => {
    expect(dayByKey('ArrowRight', d('2025-02-28'), DATA, DEFAULT_RULE)).toBe(d('2025-05-01'));
    expect(dayByKey('PageUp', d('2025-05-10'), DATA, DEFAULT_RULE)).toBe(d('2025-02-28'));
    expect(dayByKey('ArrowRight', d('2025-12-31'), DATA, DEFAULT_RULE)).toBe(d('2025-12-31'));
    expect(dayByKey('x', d('2025-12-31'), DATA, DEFAULT_RULE)).toBeUndefined();
  });

  test('picks become phrases', () => {
    const day = d('2025-03-05');
    expect(pickedText('day', day, [], null)).toBe('2025-03-05');
    expect(pickedText('from', day, [], null)).toBe('2025-03-05/..');
    expect(pickedText('up to', day, [], null)).toBe('../2025-03-05');
    expect(pickedText('range', day, [], d('2025-03-09'))).toBe('2025-03-05/2025-03-09');
    const two = pickedText('days', day, runs(['2025-03-01', '2025-03-02']), null);
    expect(two).toBe('2025-03-01/2025-03-02, 2025-03-05');
    expect(pickedText('days', day, runs(['2025-03-05', '2025-03-05']), null)).toBe('all');
  });
});

describe('a date tree', () => {
  test('parents are checked, partly checked or not, and days without data do not count', () => {
    const chosen = runs(['2025-01-01', '2025-04-30']);
    const years = childrenOf('calendar', null, DATA, chosen, DEFAULT_RULE);
    expect(years.map((node) => [node.name, node.checked])).toEqual([
      ['2024', 'none'],
      ['2025', 'some'],
    ]);
    const quarters = childrenOf('calendar', years[1]!, DATA, chosen, DEFAULT_RULE);
    expect(quarters.map((node) => [node.name, node.checked, node.days])).toEqual([
      ['Q1', 'all', 59],
      ['Q2', 'none', 61],
      ['Q3', 'none', 92],
      ['Q4', 'none', 92],
    ]);
    const months = childrenOf('calendar', quarters[0]!, DATA, chosen, DEFAULT_RULE);
    expect(months.map((node) => node.name)).toEqual(['January', 'February']);
  });

  test('branches are written by their names, and days come in and go out', () => {
    const [first, second] = childrenOf('calendar', null, DATA, [], DEFAULT_RULE);
    const one = toggledNode([], second!);
    expect(treeText('calendar', one, DEFAULT_RULE)).toBe('2025');
    const quarter = childrenOf('calendar', first!, DATA, one, DEFAULT_RULE)[1]!;
    const two = toggledNode(one, quarter);
    expect(treeText('calendar', two, DEFAULT_RULE)).toBe('2024-Q2, 2025');
    expect(
      countDaysIn(toggledNode(two, { ...quarter, checked: 'all' }), d('2024-01-01'), d('2024-12-31')),
    ).toBe(0);
    expect(treeText('calendar', [], DEFAULT_RULE)).toBe('all');
    expect(treeText('calendar', runs(['2025-01-05', '2025-02-03']), DEFAULT_RULE)).toBe(
      '2025-01-05/2025-02-03',
    );
  });
});

describe('a look-back', () => {
  test.each([
    ['last 14 days', 14, 'days'],
    ['last 1 day', 1, 'days'],
    ['last 90 days of data', 90, 'days of data'],
    ['last 1 day of data', 1, 'days of data'],
    ['last 13 full weeks', 13, 'full weeks'],
    ['last 1 full month', 1, 'full months'],
    ['last 3 years', 3, 'years'],
    ['last 1 full quarter', 1, 'full quarters'],
    ['last 2 fiscal months', 2, 'fiscal months'],
    ['last 1 full fiscal month', 1, 'full fiscal months'],
  ] as const)('%s is %i %s, and back', (text, count, unit) => {
    expect(lookBackOf(text)).toEqual({ count, unit });
    expect(lookBackText(count, unit)).toBe(text);
  });

  test('other phrases are none', () => {
    for (const text of [
      'all',
      'last month',
      'last 3 fiscal years',
      'last 14 days counted from yesterday',
      'nonsense',
    ])
      expect(lookBackOf(text)).toBeUndefined();
  });
});
