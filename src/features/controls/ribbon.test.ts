import fc from 'fast-check';
import { calendarRuleSchema, DEFAULT_RULE } from '../../core/calendar/rule';
import { d, runs } from '../../core/calendar/testing';
import {
  closedSpan,
  levelsFor,
  movedBy,
  nearestSelectable,
  positionOf,
  ribbonOf,
  spanOfTiles,
  spanText,
  steppedByLength,
  stepFrom,
  tileAt,
  withEndAt,
  type Ribbon,
} from './ribbon';

/** Data from 2024 to 2025 with nothing in March and April 2025. */
const DATA = runs(['2024-01-01', '2025-02-28'], ['2025-05-01', '2025-12-31']);
const months = ribbonOf(DATA, 'month', DEFAULT_RULE, false)!;
const at = (text: string) => tileAt(months, d(text));
const span = (first: string, last: string) => ({ start: d(first), end: d(last) });

describe('the ribbon of a timeline', () => {
  test('has the tiles of the data, and none without data', () => {
    expect(months.tiles).toHaveLength(24);
    expect(months.tiles.filter((tile) => tile.state === 'none').map((tile) => tile.start)).toEqual([
      d('2025-03-01'),
      d('2025-04-01'),
    ]);
    expect(ribbonOf([], 'month', DEFAULT_RULE, false)).toBeUndefined();
    expect(ribbonOf(DATA, 'month', DEFAULT_RULE, true)!.tiles.length).toBeGreaterThan(24);
  });

  test('tiles without data cannot be chosen, runs shrink to tiles with data', () => {
    expect(spanOfTiles(months, at('2025-03-01'), at('2025-03-01'))).toBeUndefined();
    expect(spanOfTiles(months, at('2025-06-01'), at('2025-03-01'))).toEqual(span('2025-05-01', '2025-06-30'));
    expect(spanOfTiles(months, at('2025-01-01'), at('2025-06-01'))).toEqual(span('2025-01-01', '2025-06-30'));
  });

  test('a bracket snaps to the nearest tile with data and never passes the other', () => {
    const window = span('2025-05-01', '2025-08-31');
    expect(withEndAt(months, window, 'start', at('2025-04-01'))).toEqual(window);
    expect(withEndAt(months, window, 'start', at('2025-02-01'))).toEqual(span('2025-02-01', '2025-08-31'));
    expect(withEndAt(months, window, 'start', at('2025-12-01'))).toEqual(span('2025-08-01', '2025-08-31'));
    expect(withEndAt(months, window, 'end', at('2024-01-01'))).toEqual(span('2025-05-01', '2025-05-31'));
  });

  test('a bracket put on a part of a tile keeps the other end where it is', () => {
    expect(withEndAt(months, span('2025-05-10', '2025-08-20'), 'start', at('2025-06-01'))).toEqual(
      span('2025-06-01', '2025-08-20'),
    );
  });

  test('moving keeps the number of tiles and stays inside', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...levelsFor('month'), ...levelsFor('fiscal month')),
        fc.nat(60),
        fc.nat(60),
        fc.integer({ min: -80, max: 80 }),
        (level, a, b, by) => {
          const ribbon = ribbonOf(DATA, level, DEFAULT_RULE, true)!;
          const window = spanOfTiles(ribbon, a, b)!;
          const moved = movedBy(ribbon, window, by);
          expect(tileAt(ribbon, moved.end) - tileAt(ribbon, moved.start)).toBe(
            tileAt(ribbon, window.end) - tileAt(ribbon, window.start),
          );
          expect(moved.start).toBeGreaterThanOrEqual(ribbon.tiles[0]!.start);
        },
      ),
    );
    const one = span('2025-02-01', '2025-02-28');
    expect(movedBy(months, one, 1)).toEqual(one);
  });

  test('steps skip tiles without data', () => {
    expect(stepFrom(months, at('2025-02-01'), 1)).toBe(at('2025-05-01'));
    expect(stepFrom(months, at('2025-05-01'), -1)).toBe(at('2025-02-01'));
    expect(stepFrom(months, 0, -1)).toBe(0);
    expect(nearestSelectable(months, at('2025-03-01'), 1)).toBe(
      at('2025-02-01') === at('2025-03-01') - 1 ? at('2025-02-01') : -1,
    );
  });

  test('a window steps by its own length, past stretches without data, and stops at the end', () => {
    expect(steppedByLength(months, span('2025-01-01', '2025-02-28'), 1)).toEqual(
      span('2025-05-01', '2025-06-30'),
    );
    expect(steppedByLength(months, span('2025-05-01', '2025-06-30'), -1)).toEqual(
      span('2025-01-01', '2025-02-28'),
    );
    expect(steppedByLength(months, span('2025-12-01', '2025-12-31'), 1)).toBeUndefined();
  });

  test('positions lie between tiles in proportion', () => {
    expect(positionOf(months, d('2024-01-01'))).toBe(0);
    expect(positionOf(months, d('2024-02-15'))).toBeCloseTo(1 + 14 / 29);
    expect(positionOf(months, d('2030-01-01'))).toBe(24);
  });

  test('a window is written by the level’s names where it fits them', () => {
    const weeks = ribbonOf(DATA, 'week', DEFAULT_RULE, false)!;
    const sundays = ribbonOf(DATA, 'week', calendarRuleSchema.parse({ weekStart: 7 }), false) as Ribbon;
    expect(spanText(months, span('2025-05-01', '2025-06-30'))).toBe('2025-05/2025-06');
    expect(spanText(months, span('2025-05-01', '2025-05-31'))).toBe('2025-05');
    expect(spanText(months, span('2025-05-02', '2025-06-30'))).toBe('2025-05-02/2025-06-30');
    expect(spanText(weeks, span('2025-05-05', '2025-05-11'))).toBe('2025-W19');
    expect(spanText(sundays, span('2025-05-04', '2025-05-10'))).toBe('2025-05-04/2025-05-10');
  });

  test('open windows are closed by the data', () => {
    expect(closedSpan(months, [{ start: -Infinity, end: Infinity }])).toEqual(
      span('2024-01-01', '2025-12-31'),
    );
  });
});
