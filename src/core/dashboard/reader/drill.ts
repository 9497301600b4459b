/** Drilling: from a bucket of a visual to the finer ones inside it, year to quarter to month to day. */
import { unitText, unitWords } from '../../calendar/names';
import type { DayRuns } from '../../calendar/runs';
import type { CalendarRule } from '../../calendar/rule';
import { coarserUnit, end, start, UNITS, type Unit } from '../../calendar/units';
import type { Day } from '../../calendar/day';
import { parsePhrase } from '../../period/parse';
import { resolvePhrase } from '../../period/resolve';

const FINER: Partial<Record<Unit, Unit>> = {
  year: 'quarter',
  quarter: 'month',
  month: 'day',
  week: 'day',
  'fiscal year': 'fiscal quarter',
  'fiscal quarter': 'fiscal month',
  'fiscal month': 'day',
};

/** The unit of the buckets inside one of this unit; undefined for days. */
export function finerUnit(unit: Unit): Unit | undefined {
  return FINER[unit];
}

/** Where the drill of a visual stands among the settings. */
export const drillKey = (visual: string) => `drill ${visual}`;

/** What a visual was drilled into: a unit with its days (inclusive ends). */
export interface Drill {
  readonly unit: Unit;
  readonly start: Day;
  readonly end: Day;
}

/** Reads a drill: the fixed phrase of one unit, such as "2025-Q1"; undefined for anything else. */
export function readDrill(text: string, rule: CalendarRule): Drill | undefined {
  const parsed = parsePhrase(text);
  if (!parsed.ok) return undefined;
  const anchor = { base: { kind: 'today' as const }, steps: [] };
  const resolved = resolvePhrase(parsed.phrase, { rule, today: 0, asOf: null, anchor, data: [] });
  const run = resolved.ok && resolved.runs.length === 1 ? resolved.runs[0] : undefined;
  if (!run || !Number.isFinite(run.start) || !Number.isFinite(run.end)) return undefined;
  const isUnit = (unit: Unit) =>
    unitText(unit, run.start, rule) === text &&
    start(unit, run.start, rule) === run.start &&
    end(unit, run.start, rule) === run.end;
  const unit = UNITS.find(isUnit);
  return unit && { unit, start: run.start, end: run.end };
}

/** The drill into a bucket, as text. */
export const drillText = (unit: Unit, day: Day, rule: CalendarRule) => unitText(unit, day, rule);

export const drillRuns = (drill: Drill): DayRuns => [{ start: drill.start, end: drill.end }];

/** The way back: the drill's coarser units that were its levels, the coarsest first, and itself. */
export function drillTrail(
  drill: Drill,
  rule: CalendarRule,
): { readonly text: string; readonly words: string }[] {
  const trail: { text: string; words: string }[] = [];
  for (let unit: Unit | undefined = drill.unit; unit; unit = coarserUnit(unit))
    trail.unshift({ text: unitText(unit, drill.start, rule), words: unitWords(unit, drill.start, rule) });
  return trail;
}
