import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { isoDay } from '../calendar/day';
import { DEFAULT_RULE, type CalendarRule } from '../calendar/rule';
import { containsDay, countDays, type DayRuns } from '../calendar/runs';
import { anyRule, closeRuns, d, runs } from '../calendar/testing';
import { UNITS, type Unit } from '../calendar/units';
import {
  clipRuns,
  coverageOfRuns,
  holesOf,
  longestGapIn,
  movedToData,
  tilesOf,
  usualGapOf,
} from './coverage';

interface Vector {
  readonly id: string;
  readonly rule: CalendarRule;
  readonly context: { readonly data: readonly [string, string][] };
  readonly expect: { readonly window?: readonly [string, string] };
  readonly clip?: {
    readonly window?: readonly [string, string];
    readonly days?: number;
    readonly daysWithData?: number;
    readonly longestGap?: number;
    readonly usualGap?: number;
    readonly empty?: string;
  };
  readonly tiles?: { readonly unit: Unit; readonly states: readonly (readonly [string, string, string])[] };
}

/** Vectors whose window is known without reading the phrase: what it keeps of the data is tried here. */
const vectors = readFileSync(path.join(__dirname, '../period/vectors/periods.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as Vector)
  .filter((vector) => vector.clip && vector.expect.window);

const asDay = (text: string, open: number) => (text === '..' ? open : d(text));

function answer(vector: Vector) {
  const coverage = coverageOfRuns(runs(...vector.context.data));
  const [from, to] = vector.expect.window!;
  const window = [{ start: asDay(from, -Infinity), end: asDay(to, Infinity) }];
  const clipped = clipRuns(window, coverage.runs);
  if (clipped.empty) return { clip: { empty: clipped.reason } };
  const { days, daysWithData } = clipped;
  const first = clipped.runs[0]!.start;
  const last = clipped.runs[clipped.runs.length - 1]!.end;
  const clip = {
    window: [isoDay(first), isoDay(last)],
    days,
    daysWithData,
    longestGap: longestGapIn(clipped.runs, coverage.runs),
    usualGap: coverage.usualGap,
  };
  if (!vector.tiles) return { clip };
  const states = tilesOf(coverage, vector.tiles.unit, first, last, vector.rule).slice(0, 40);
  return {
    clip,
    tiles: {
      unit: vector.tiles.unit,
      states: states.map((tile) => [isoDay(tile.start), isoDay(tile.end), tile.state]),
    },
  };
}

describe('coverage', () => {
  test('there are vectors to be tried', () => expect(vectors.length).toBeGreaterThan(60));

  test.each(vectors.map((vector) => [vector.id, vector] as const))('%s', (_, vector) => {
    expect(answer(vector)).toEqual({
      clip: vector.clip,
      ...(vector.tiles ? { tiles: vector.tiles } : {}),
    });
  });

  test('gaps as long as usual are no holes', () => {
    const twiceAWeek: DayRuns = Array.from({ length: 100 }, (_, i) => i)
      .flatMap((week) => [week * 7, week * 7 + 3])
      .map((day) => ({ start: day, end: day }));
    const closed = twiceAWeek.filter((run) => run.start < 300 || run.start > 340);
    expect(holesOf(coverageOfRuns(twiceAWeek))).toEqual([]);
    expect(holesOf(coverageOfRuns(closed))).toHaveLength(1);
    expect(holesOf(coverageOfRuns(closed, 60))).toEqual([]);
    expect(usualGapOf([])).toBe(0);
  });

  test('an empty window names the nearest day with data, on either side', () => {
    const data = runs(['2025-01-01', '2025-01-10'], ['2025-02-01', '2025-02-28']);
    const nearest = (first: string, last: string) => {
      const clipped = clipRuns(runs([first, last]), data);
      return clipped.empty ? clipped.nearest?.day : 'not empty';
    };
    expect(nearest('2025-01-12', '2025-01-20')).toBe(d('2025-01-10'));
    expect(nearest('2025-01-20', '2025-01-30')).toBe(d('2025-02-01'));
    expect(nearest('2026-01-01', '2026-12-31')).toBe(d('2025-02-28'));
    expect(clipRuns(runs(['2025-01-01', '2025-01-02']), [])).toEqual({
      empty: true,
      reason: 'no-data',
      nearest: undefined,
    });
  });

  test('a window without data moves to the nearest data, its length kept', () => {
    const data = runs(['2025-01-01', '2025-01-10'], ['2025-02-01', '2025-02-28']);
    expect(movedToData(runs(['2025-01-12', '2025-01-14']), data)).toEqual(runs(['2025-01-08', '2025-01-10']));
    expect(movedToData(runs(['2025-01-26', '2025-01-30']), data)).toEqual(runs(['2025-02-01', '2025-02-05']));
    expect(movedToData(runs(['2025-01-05', '2025-01-30']), data)).toBeUndefined();
    expect(movedToData([{ start: d('2026-01-01'), end: Infinity }], data)).toBeUndefined();
    expect(movedToData(runs(['2025-01-12', '2025-01-14']), [])).toBeUndefined();
  });

  test('what is kept lies inside the window and the data’s span, and counts its days', () => {
    fc.assert(
      fc.property(closeRuns, closeRuns, (window, data) => {
        const clipped = clipRuns(window, data);
        const days = Array.from({ length: 130 }, (_, day) => day);
        const both = days.filter((day) => containsDay(window, day) && containsDay(data, day));
        if (clipped.empty) {
          expect(both).toEqual([]);
          return;
        }
        expect(clipped.daysWithData).toBe(both.length);
        expect(clipped.days).toBe(countDays(clipped.runs));
        const inside = days.filter((day) => containsDay(clipped.runs, day));
        expect(inside.every((day) => containsDay(window, day))).toBe(true);
        expect(inside.filter((day) => containsDay(data, day))).toEqual(both);
      }),
    );
  });

  test('tiles follow each other, cover the span, and none has data in it', () => {
    fc.assert(
      fc.property(closeRuns, fc.constantFrom(...UNITS), anyRule, (data, unit, rule) => {
        const tiles = tilesOf(coverageOfRuns(data), unit, 0, 99, rule);
        expect(tiles[0]!.start).toBeLessThanOrEqual(0);
        expect(tiles[tiles.length - 1]!.end).toBeGreaterThanOrEqual(99);
        tiles.forEach((tile, i) => {
          if (i > 0) expect(tile.start).toBe(tiles[i - 1]!.end + 1);
          const covered = data.some((run) => run.start <= tile.end && run.end >= tile.start);
          expect(tile.state === 'none').toBe(!covered);
        });
      }),
    );
    expect(tilesOf(coverageOfRuns([]), 'month', 0, 40, DEFAULT_RULE).map((tile) => tile.state)).toEqual([
      'none',
      'none',
    ]);
  });
});
