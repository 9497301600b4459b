/** Coverage: the days on which there is data, what is missing in it, and what a window keeps of it. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import {
  countDays,
  countDaysIn,
  intersectRuns,
  nearestDayIn,
  subtractRuns,
  type DayRun,
  type DayRuns,
} from '../calendar/runs';
import { end, start, type Unit } from '../calendar/units';

export interface Coverage {
  /** Days with data, closed runs. */
  readonly runs: DayRuns;
  /** First and last day with data; undefined when there is none. */
  readonly earliest: Day | undefined;
  readonly latest: Day | undefined;
  /** Gaps of up to this many days are how the data usually comes, not holes. */
  readonly usualGap: number;
}

/** Of the gaps between neighbouring days with data, this share is usual, in per cent. */
const USUAL_PERCENT = 95;

/** The stretches without data between the first and the last day with data. */
function gapsOf(runs: DayRuns): DayRun[] {
  return runs.slice(1).map((run, i) => ({ start: runs[i]!.end + 1, end: run.start - 1 }));
}

const lengthOf = (run: DayRun) => run.end - run.start + 1;

/**
 * The smallest number of days such that at least 95 % of the gaps between neighbouring days with data are not
 * longer; neighbours that follow each other have a gap of 0. 0 for fewer than two days of data.
 */
export function usualGapOf(runs: DayRuns): number {
  const neighbours = countDays(runs) - 1;
  if (neighbours < 1) return 0;
  const lengths = gapsOf(runs)
    .map(lengthOf)
    .sort((a, b) => a - b);
  let within = neighbours - lengths.length;
  if (within * 100 >= neighbours * USUAL_PERCENT) return 0;
  for (let i = 0; i < lengths.length; i++) {
    within++;
    const isLastOfItsLength = lengths[i + 1] !== lengths[i];
    if (isLastOfItsLength && within * 100 >= neighbours * USUAL_PERCENT) return lengths[i]!;
  }
  return lengths[lengths.length - 1] ?? 0;
}

/** The coverage of days with data (closed runs). `usualGap` is worked out unless a measure sets its own. */
export function coverageOfRuns(runs: DayRuns, usualGap: number = usualGapOf(runs)): Coverage {
  return { runs, earliest: runs[0]?.start, latest: runs[runs.length - 1]?.end, usualGap };
}

/** Gaps longer than the usual one, in order. */
export function holesOf(coverage: Coverage): DayRun[] {
  return gapsOf(coverage.runs).filter((gap) => lengthOf(gap) > coverage.usualGap);
}

/** What a window keeps of the data, or that it keeps nothing. */
export type Clipped =
  | {
      readonly empty: false;
      /** The window cut to the first and last day with data; gaps inside stay inside. */
      readonly runs: DayRuns;
      readonly days: number;
      readonly daysWithData: number;
    }
  | {
      readonly empty: true;
      readonly reason: 'no-data';
      /** The day with data nearest to an edge of the window; undefined when there is no data at all. */
      readonly nearest: NearestDay | undefined;
    };

/** A day with data, and how many days it lies from the edge of a window. */
export interface NearestDay {
  readonly day: Day;
  readonly distance: number;
}

/** The nearest of several; of two equally near, the later. */
export function nearestOf(found: readonly (NearestDay | undefined)[]): NearestDay | undefined {
  let best: NearestDay | undefined;
  for (const next of found) {
    if (!next) continue;
    const isNearer = !best || next.distance < best.distance;
    if (isNearer || (next.distance === best!.distance && next.day > best!.day)) best = next;
  }
  return best;
}

/** Cuts a window (runs, ends may be open) to the first and last day with data (closed runs). */
export function clipRuns(window: DayRuns, data: DayRuns): Clipped {
  const earliest = data[0]?.start;
  const latest = data[data.length - 1]?.end;
  const first = window[0];
  const last = window[window.length - 1];
  if (earliest === undefined || latest === undefined || !first || !last)
    return { empty: true, reason: 'no-data', nearest: undefined };
  const runs = intersectRuns(window, [{ start: earliest, end: latest }]);
  let daysWithData = 0;
  for (const run of runs) daysWithData += countDaysIn(data, run.start, run.end);
  if (daysWithData === 0) return { empty: true, reason: 'no-data', nearest: nearestTo(window, data) };
  return { empty: false, runs, days: countDays(runs), daysWithData };
}

/** Longest stretch of days without data inside a window's runs, their edges included; 0 where there is none. */
export function longestGapIn(runs: DayRuns, data: DayRuns): number {
  return subtractRuns(runs, data).reduce((longest, gap) => Math.max(longest, lengthOf(gap)), 0);
}

/** The day with data nearest to any edge of the window; of two equally near, the later. */
function nearestTo(window: DayRuns, data: DayRuns): NearestDay | undefined {
  const edges = window.flatMap((run) => [run.start, run.end]).filter(Number.isFinite);
  return nearestOf(
    edges.map((edge) => {
      const day = nearestDayIn(data, edge);
      return day === undefined ? undefined : { day, distance: Math.abs(day - edge) };
    }),
  );
}

/** A closed window without data, moved to the nearest day with data, its length kept; undefined if it can stay. */
export function movedToData(runs: DayRuns, data: DayRuns): DayRuns | undefined {
  const [run] = runs;
  if (runs.length !== 1 || !run || !Number.isFinite(run.start) || !Number.isFinite(run.end)) return undefined;
  const clipped = clipRuns(runs, data);
  if (!clipped.empty || clipped.nearest === undefined) return undefined;
  const length = run.end - run.start;
  const { day } = clipped.nearest;
  return day > run.end ? [{ start: day, end: day + length }] : [{ start: day - length, end: day }];
}

export type TileState = 'full' | 'part' | 'none';

/** One whole unit of the calendar, and how far data covers it. Both ends inclusive. */
export interface Tile {
  readonly start: Day;
  readonly end: Day;
  readonly state: TileState;
}

/** The tiles of a unit that share a day with [first, last], whole and in order, judged by all the data. */
export function tilesOf(
  coverage: Coverage,
  unit: Unit,
  first: Day,
  last: Day,
  rule: CalendarRule,
): readonly Tile[] {
  const holes = holesOf(coverage);
  const tiles: Tile[] = [];
  let hole = 0;
  for (let day = start(unit, first, rule); day <= last;) {
    const tileEnd = end(unit, day, rule);
    while (hole < holes.length && holes[hole]!.end < day) hole++;
    const touchesHole = hole < holes.length && holes[hole]!.start <= tileEnd;
    tiles.push({ start: day, end: tileEnd, state: stateOf(coverage, day, tileEnd, touchesHole) });
    day = tileEnd + 1;
  }
  return tiles;
}

function stateOf(coverage: Coverage, from: Day, to: Day, touchesHole: boolean): TileState {
  if (countDaysIn(coverage.runs, from, to) === 0) return 'none';
  const beginsInside = coverage.earliest! > from && coverage.earliest! <= to;
  const endsInside = coverage.latest! >= from && coverage.latest! < to;
  return beginsInside || endsInside || touchesHole ? 'part' : 'full';
}
