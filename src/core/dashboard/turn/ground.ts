/** What the answers of all visuals with measures are made from: measures with all they see, and the common window. */
import type { Day } from '../../calendar/day';
import {
  countDays,
  countDaysIn,
  intersectRuns,
  sameRuns,
  unionRuns,
  type DayRuns,
} from '../../calendar/runs';
import type { Layout } from '../../cube/query';
import type { Note, Shown, UseAnswer } from './answer';
import type { Compare } from '../document/kinds/compare';
import { baselineAnswer, type GroundBaseline } from './comparing/baselines';
import { isCoarse } from './covered';
import type { MeasureReach, Reach, ReachContext } from './reach';

/** What the answers of all visuals with measures are made from. */
export interface Ground {
  readonly context: ReachContext;
  readonly measures: readonly MeasureReach[];
  readonly about: Omit<Shown, 'rows' | 'layout' | 'notes'>;
  readonly notes: readonly Note[];
  /** What each measure is compared with. */
  readonly baselines: readonly GroundBaseline[];
  /** Whether sums and counts are divided by the days shown. */
  readonly perDay: boolean;
}

function useOf(reaches: readonly Reach[]): UseAnswer {
  const [first] = reaches;
  const { part, asked, shown, days, daysWithData, acting, selection } = first!;
  const { dataset, role } = part;
  const measures = [...new Set(reaches.map((reach) => reach.part.measure.key))];
  return { dataset, role, measures, asked, shown, days, daysWithData, acting, selection };
}

/** The window from the first to the last day shown, over all parts. */
function windowOf(seen: readonly Reach[]): Shown['window'] {
  const [first] = seen;
  const { asked, shown: own, days, daysWithData: ownDays, covered: ownCovered } = first!;
  if (seen.every((reach) => reach.covered === ownCovered && sameRuns(reach.shown, own))) {
    return { asked, shown: own, days, daysWithData: ownDays };
  }
  const shown: DayRuns = unionRuns(...seen.map((reach) => reach.shown));
  const covered = unionRuns(...seen.map((reach) => intersectRuns(reach.covered, reach.shown)));
  let daysWithData = 0;
  for (const run of shown) daysWithData += countDaysIn(covered, run.start, run.end);
  return { asked, shown, days: countDays(shown), daysWithData };
}

/** The last day with data of any part, wherever the window lies: how fresh the data is. */
const latestOf = (reaches: readonly Reach[]): Day =>
  Math.max(...reaches.flatMap(({ covered }) => covered.slice(-1).map((run) => run.end)));

/** What a visual's figures are compared with, and whether by totals or by day. */
interface Comparison {
  readonly baselines: readonly GroundBaseline[];
  readonly per: Compare['per'];
}
const NO_COMPARISON: Comparison = { baselines: [], per: 'total' };

/** The ground of a visual of which at least one part sees days with data (`seen`). */
export function groundOf(
  context: ReachContext,
  measures: readonly MeasureReach[],
  seen: readonly Reach[],
  { baselines, per }: Comparison = NO_COMPARISON,
): Ground {
  const byUse = new Map<string, Reach[]>();
  for (const reach of measures.flatMap((entry) => entry.reaches)) {
    const place = JSON.stringify([reach.part.dataset, reach.part.role, reach.part.measure.condition]);
    byUse.set(place, [...(byUse.get(place) ?? []), reach]);
  }
  const notes = measures.flatMap((entry) => notesOf(entry));
  return {
    context,
    measures,
    about: {
      window: windowOf(seen),
      latest: latestOf(measures.flatMap((entry) => entry.reaches)),
      uses: [...byUse.values()].map(useOf),
      ...(baselines.length > 0 ? { baselines: baselines.map(baselineAnswer) } : {}),
      ...(per === 'day' ? { perDay: true } : {}),
    },
    notes: onceEach(notes),
    baselines,
    perDay: per === 'day',
  };
}

function notesOf({ measure, reaches }: MeasureReach): Note[] {
  const notes: Note[] = [];
  for (const reach of reaches) {
    const base = reach.part.measure;
    if (reach.shown.length === 0)
      notes.push({ code: 'no-data', words: `${measure.name}: no data in this window` });
    else if (isCoarse(base) && !base.spread)
      notes.push({ code: 'whole-units', words: `${base.name} counts whole ${base.grain}s only` });
    else if (isCoarse(base))
      notes.push({ code: 'spread', words: `${base.name} is spread evenly over each ${base.grain}` });
  }
  return notes;
}

/** Notes without those that say the same again. */
export function onceEach(notes: readonly Note[]): Note[] {
  return [...new Map(notes.map((note) => [note.words, note])).values()];
}

/** The layout that answered, the slowest when there were several. */
export function slowest(layouts: readonly Layout[]): Layout {
  const slow = ['database', 'column file', 'sparse by day'] as const;
  return slow.find((layout) => layouts.includes(layout)) ?? 'running totals';
}
