/** The days with data of measures: one rule for visuals, controls, lanes and the rehearsal. */
import type { CalendarRule } from '../../calendar/rule';
import { normalizeRuns, type DayRuns } from '../../calendar/runs';
import { end, start, type Unit } from '../../calendar/units';
import type { Selection, Source } from '../../cube/query';
import type { Measure } from '../../model/model';
import type { TimeControl, Visual } from '../document/document';
import type { Settings } from '../reader/setting';
import type { Design } from '../wiring/design';
import { seenBy } from '../wiring/selection';
import { offeredOf } from './offer';

/** Whether rows of a measure stand for more than their day. */
export const isCoarse = (measure: Pick<Measure, 'grain'>) => measure.grain !== 'day';

/** The units that share a day with the runs. */
export function touchedUnits(runs: DayRuns, unit: Unit, rule: CalendarRule): DayRuns {
  return normalizeRuns(
    runs.map((run) => ({
      start: run.start === -Infinity ? -Infinity : start(unit, run.start, rule),
      end: run.end === Infinity ? Infinity : end(unit, run.end, rule),
    })),
  );
}

/** The rows of a selection that count for a measure; all of them for none. */
export const selectionOf = (selection: Selection, measure: Measure | null): Selection =>
  measure?.condition ? { ...selection, conditions: [...selection.conditions, measure.condition] } : selection;

/**
 * The days with data of a measure (null: of all rows) under a selection: days on which a row counts for it, whole units
 * for a measure of a coarse grain. Undefined when the source cannot tell.
 */
export async function coveredBy(
  source: Source,
  selection: Selection,
  measure: Measure | null,
  rule: CalendarRule,
): Promise<DayRuns | undefined> {
  const days = await source.covered(selectionOf(selection, measure));
  return days && measure && isCoarse(measure) ? touchedUnits(days, measure.grain, rule) : days;
}

/** The days that a time control (or own period) offers under what is wired into it; undefined where nobody can tell. */
export async function offeredBy(
  { design, settings, source }: { design: Design; settings: Settings; source: Source },
  item: TimeControl | Visual,
  holder: Pick<TimeControl, 'offer'>,
): Promise<DayRuns | undefined> {
  const covered: DayRuns[] = [];
  for (const use of design.coverageUses(item)) {
    const seen = seenBy(design, settings, item, use);
    const days = seen.pending
      ? undefined
      : await coveredBy(source, seen.selection, use.measure, design.model.rule);
    if (!days) return undefined;
    covered.push(days);
  }
  return offeredOf(holder, covered);
}
