/** The arithmetic of a timeline's ribbon: tiles by number, windows snapped to tiles, positions. */
import type { Day } from '../../core/calendar/day';
import { unitText } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { countDaysIn, type DayRuns } from '../../core/calendar/runs';
import { end, indexOf, start, type Unit } from '../../core/calendar/units';
import { coverageOfRuns, tilesOf, type Tile } from '../../core/coverage/coverage';
import { intervalText } from '../../core/period/print';

const LEVELS: readonly Unit[] = ['day', 'week', 'month', 'quarter', 'year'];
const FISCAL_LEVELS: readonly Unit[] = ['day', 'fiscal month', 'fiscal quarter', 'fiscal year'];

/** The levels of a timeline, finest first: those of the calendar, or of the fiscal year. */
export function levelsFor(level: Unit): readonly Unit[] {
  return level.startsWith('fiscal') ? FISCAL_LEVELS : LEVELS;
}

/** Narrowest tile of each level, in CSS pixels. */
const LEAST_WIDTH: Partial<Record<Unit, number>> = { day: 22, week: 26, month: 30, quarter: 38, year: 52 };

/** Tiles beyond the data, where periods without data can be chosen. */
const AHEAD = 6;

export interface Ribbon {
  readonly level: Unit;
  readonly rule: CalendarRule;
  readonly tiles: readonly Tile[];
  readonly covered: DayRuns;
  /** Running number of the first tile. */
  readonly base: number;
  readonly allowUncovered: boolean;
}

/** A window by its first and last day, both inclusive and closed. */
export interface Span {
  readonly start: Day;
  readonly end: Day;
}

/** The tiles of a level over the days with data; undefined when there is no data at all. */
export function ribbonOf(
  covered: DayRuns,
  level: Unit,
  rule: CalendarRule,
  allowUncovered: boolean,
): Ribbon | undefined {
  const coverage = coverageOfRuns(covered);
  if (coverage.earliest === undefined || coverage.latest === undefined) return undefined;
  let last = coverage.latest;
  if (allowUncovered) for (let i = 0; i < AHEAD; i++) last = end(level, last, rule) + 1;
  const tiles = tilesOf(coverage, level, coverage.earliest, last, rule);
  return { level, rule, tiles, covered, base: indexOf(level, coverage.earliest, rule), allowUncovered };
}

/** How many tiles fit into a width. */
export function tilesThatFit(ribbon: Ribbon, width: number): number {
  return Math.max(1, Math.min(ribbon.tiles.length, Math.floor(width / (LEAST_WIDTH[ribbon.level] ?? 30))));
}

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** Number of the tile that holds a day; the first or last tile for days beyond. */
export function tileAt(ribbon: Ribbon, day: Day): number {
  return clamp(indexOf(ribbon.level, day, ribbon.rule) - ribbon.base, 0, ribbon.tiles.length - 1);
}

/** Position of a day in tiles from the ribbon's start: 2.5 is the middle of the third tile. */
export function positionOf(ribbon: Ribbon, day: Day): number {
  const last = ribbon.tiles[ribbon.tiles.length - 1]!;
  if (day <= ribbon.tiles[0]!.start) return 0;
  if (day > last.end) return ribbon.tiles.length;
  const at = tileAt(ribbon, day);
  const tile = ribbon.tiles[at]!;
  return at + (day - tile.start) / (tile.end - tile.start + 1);
}

export function isSelectable(ribbon: Ribbon, at: number): boolean {
  return ribbon.allowUncovered || ribbon.tiles[at]?.state !== 'none';
}

/** The selectable tile nearest to a tile, looking first in the direction `toward`. */
export function nearestSelectable(ribbon: Ribbon, at: number, toward: 1 | -1): number {
  const from = clamp(at, 0, ribbon.tiles.length - 1);
  for (let distance = 0; distance < ribbon.tiles.length; distance++) {
    for (const side of [toward, -toward]) {
      const candidate = from + side * distance;
      if (candidate >= 0 && candidate < ribbon.tiles.length && isSelectable(ribbon, candidate))
        return candidate;
    }
  }
  return from;
}

/** The window from tile a to tile b (in any order), with its ends moved inward to tiles with data. */
export function spanOfTiles(ribbon: Ribbon, a: number, b: number): Span | undefined {
  let low = clamp(Math.min(a, b), 0, ribbon.tiles.length - 1);
  let high = clamp(Math.max(a, b), 0, ribbon.tiles.length - 1);
  while (low < high && !isSelectable(ribbon, low)) low++;
  while (high > low && !isSelectable(ribbon, high)) high--;
  if (!isSelectable(ribbon, low)) return undefined;
  return { start: ribbon.tiles[low]!.start, end: ribbon.tiles[high]!.end };
}

/** The window after one of its ends was put onto a tile; it keeps at least one tile. */
export function withEndAt(ribbon: Ribbon, span: Span, side: 'start' | 'end', at: number): Span {
  if (side === 'start') {
    const limit = tileAt(ribbon, span.end);
    const tile = ribbon.tiles[Math.min(limit, nearestSelectable(ribbon, Math.min(at, limit), 1))]!;
    return { start: tile.start, end: Math.max(span.end, tile.end) };
  }
  const limit = tileAt(ribbon, span.start);
  const tile = ribbon.tiles[Math.max(limit, nearestSelectable(ribbon, Math.max(at, limit), -1))]!;
  return { start: Math.min(span.start, tile.start), end: tile.end };
}

/** The window moved by some tiles, its number of tiles kept; stays inside the ribbon and on data. */
export function movedBy(ribbon: Ribbon, span: Span, tiles: number): Span {
  const first = tileAt(ribbon, span.start);
  const last = tileAt(ribbon, span.end);
  const by = clamp(tiles, -first, ribbon.tiles.length - 1 - last);
  const moved = { start: ribbon.tiles[first + by]!.start, end: ribbon.tiles[last + by]!.end };
  return ribbon.allowUncovered || countDaysIn(ribbon.covered, moved.start, moved.end) > 0 ? moved : span;
}

/** The next selectable tile from one, in a direction; the same tile when there is none. */
export function stepFrom(ribbon: Ribbon, at: number, by: number): number {
  const direction = by > 0 ? 1 : -1;
  let left = Math.abs(by);
  let found = at;
  for (let next = at + direction; next >= 0 && next < ribbon.tiles.length && left > 0; next += direction) {
    if (!isSelectable(ribbon, next)) continue;
    found = next;
    left--;
  }
  return found;
}

/** The window moved by its own number of tiles, again until there is data in it; undefined at the ribbon's end. */
export function steppedByLength(ribbon: Ribbon, span: Span, direction: 1 | -1): Span | undefined {
  const length = tileAt(ribbon, span.end) - tileAt(ribbon, span.start) + 1;
  for (let by = length; by < ribbon.tiles.length + length; by += length) {
    const next = movedBy(ribbon, span, by * direction);
    if (next.start !== span.start) return next;
  }
  return undefined;
}

/** A closed window from runs with open ends, closed by the data. */
export function closedSpan(ribbon: Ribbon, runs: DayRuns): Span {
  const first = ribbon.tiles[0]!;
  const last = ribbon.tiles[ribbon.tiles.length - 1]!;
  const from = runs[0]?.start ?? first.start;
  const to = runs[runs.length - 1]?.end ?? last.end;
  return { start: from === -Infinity ? first.start : from, end: to === Infinity ? last.end : to };
}

/** The period phrase of a window: by the level's own names where it fits them, else by its days. */
export function spanText(ribbon: Ribbon, span: Span): string {
  const { level, rule } = ribbon;
  const fits = start(level, span.start, rule) === span.start && end(level, span.end, rule) === span.end;
  if (!fits || (level === 'week' && rule.weekStart !== 1)) return intervalText(span.start, span.end);
  const from = unitText(level, span.start, rule);
  const to = unitText(level, span.end, rule);
  return from === to ? from : `${from}/${to}`;
}
