/** What a part of a visual sees: its rows, its window, and the days of that with data. */
import type { Day } from '../../calendar/day';
import { intersectRuns, normalizeRuns, type DayRun, type DayRuns } from '../../calendar/runs';
import type { CalendarRule } from '../../calendar/rule';
import { end, start, type Unit } from '../../calendar/units';
import { clipRuns, type NearestDay } from '../../coverage/coverage';
import type { Selection, Source } from '../../cube/query';
import type { Control, Visual } from '../document/document';
import type { Measure, MeasureRef } from '../../model/model';
import type { ShownMeasure } from '../document/kinds/measured';
import type { Design } from '../wiring/design';
import { seenBy, type Acting, type Seen } from '../wiring/selection';
import type { ReaderState } from '../reader/state';
import type { Settings } from '../reader/setting';
import { partsOf, type BasePart } from '../wiring/uses';
import type { Partner } from './comparing/answer';
import type { Places } from './comparing/places';
import { coveredBy, isCoarse, selectionOf } from './covered';

/** A part with the rows that are left of its dataset. */
export interface Reach {
  readonly part: BasePart;
  readonly selection: Selection;
  /** Asked for through the part's date role, before it is cut to whole units; without unsettled days that are left out. */
  readonly window: DayRuns;
  /** Asked for through the part's date role; whole units only for measures of a coarse grain. */
  readonly asked: DayRuns;
  /** The part of that between the first and the last day with data. */
  readonly shown: DayRuns;
  readonly days: number;
  readonly daysWithData: number;
  /** A day with data near, where none lies in the window. */
  readonly nearest: NearestDay | undefined;
  /** Days with data in all, the whole units for measures of a coarse grain. */
  readonly covered: DayRuns;
  readonly acting: readonly Acting[];
  /** First day whose figures are not final yet; null when all are. */
  readonly provisionalFrom: Day | null;
}

/** A measure of a visual with all that it sees. */
export interface MeasureReach {
  /** Index among the visual's measures. */
  readonly index: number;
  readonly shown: ShownMeasure;
  readonly measure: Measure;
  readonly reaches: readonly Reach[];
}

/** A measure within two windows that are compared. */
export interface MeasurePair {
  readonly now: MeasureReach;
  readonly then: MeasureReach;
}

/** First day whose figures of a measure are not final on a day. */
export function provisionalFrom(measure: Pick<Measure, 'settles'>, today: Day): Day | null {
  return measure.settles > 0 ? today - measure.settles + 1 : null;
}

/** The units that lie wholly in the runs; open ends stay open. */
function wholeUnits(runs: DayRuns, unit: Unit, rule: CalendarRule): DayRuns {
  const whole = (run: DayRun): DayRun => {
    const first = run.start === -Infinity ? -Infinity : start(unit, run.start, rule);
    const last = run.end === Infinity ? Infinity : end(unit, run.end, rule);
    return {
      start: first < run.start ? end(unit, run.start, rule) + 1 : first,
      end: last > run.end ? start(unit, run.end, rule) - 1 : last,
    };
  };
  return normalizeRuns(runs.map(whole));
}

/** The partners of some buckets, and their places among stretches that a query can be asked for. */
export interface Beside {
  readonly partners: readonly Partner[];
  readonly places: Places;
  /** Buckets of the baseline that are no partner. */
  readonly left: number;
}

export interface ReachContext {
  readonly design: Design;
  readonly state: ReaderState;
  readonly settings: Settings;
  readonly source: Source;
  /** Today, or the day that stands in its place. */
  readonly today: Day;
  /** Which days stand beside which, once for all visuals of a turn that ask for the same; worked out anew where absent. */
  readonly beside?: Map<string, Beside>;
}

/** What a part of an item sees; undefined when the source cannot tell. */
export async function reachOf(
  { design, settings, source, today }: ReachContext,
  item: Visual | Control,
  part: BasePart,
  leaveOutUnsettled: boolean,
): Promise<Reach | undefined> {
  const { measure } = part;
  const seen = seenBy(design, settings, item, part);
  if (seen.pending) return undefined;
  const from = provisionalFrom(measure, today);
  const settled = leaveOutUnsettled && from !== null ? [{ start: -Infinity, end: from - 1 }] : undefined;
  const window = settled ? intersectRuns(seen.window, settled) : seen.window;
  return reachSeeing(
    { design, source },
    { part, provisionalFrom: leaveOutUnsettled ? null : from },
    seen,
    window,
  );
}

/** A reach over a window, of the rows that a part sees; undefined when the source cannot tell. */
export async function reachSeeing(
  { design, source }: Pick<ReachContext, 'design' | 'source'>,
  { part, provisionalFrom: from }: Pick<Reach, 'part' | 'provisionalFrom'>,
  { selection, acting }: Seen,
  window: DayRuns,
): Promise<Reach | undefined> {
  const { measure } = part;
  const { rule } = design.model;
  const covered = await coveredBy(source, selection, measure, rule);
  if (!covered) return undefined;
  const base = { part, selection: selectionOf(selection, measure), covered, acting, provisionalFrom: from };
  return within(base, window, rule);
}

/**
 * What the parts of a measure see for an item; none where something that the measure needs is not there, undefined
 * when the source cannot tell.
 */
export async function reachesOf(
  context: ReachContext,
  item: Visual | Control,
  shown: MeasureRef & { readonly role?: string | null },
  leaveOutUnsettled = false,
): Promise<Reach[] | undefined> {
  const reaches: Reach[] = [];
  for (const part of partsOf(context.design.model, shown) ?? []) {
    const reach = await reachOf(context, item, part, leaveOutUnsettled);
    if (!reach) return undefined;
    reaches.push(reach);
  }
  return reaches;
}

/** A reach with another window through its own date role, whatever the window it had. */
export function within(
  reach: Pick<Reach, 'part' | 'selection' | 'covered' | 'acting' | 'provisionalFrom'>,
  window: DayRuns,
  rule: CalendarRule,
): Reach {
  const { part, selection, covered, acting, provisionalFrom: from } = reach;
  const { measure } = part;
  const asked = isCoarse(measure) && !measure.spread ? wholeUnits(window, measure.grain, rule) : window;
  const clipped = clipRuns(asked, covered);
  // Written out, not spread: every turn makes one for each measure and baseline, and copies were kept for longer.
  return {
    part,
    selection,
    window,
    asked,
    shown: clipped.empty ? [] : clipped.runs,
    days: clipped.empty ? 0 : clipped.days,
    daysWithData: clipped.empty ? 0 : clipped.daysWithData,
    nearest: clipped.empty ? clipped.nearest : undefined,
    covered,
    acting,
    provisionalFrom: from,
  };
}
