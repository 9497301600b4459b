/** Which time control decides where a visual's window begins or ends, and the phrases by which an end is moved. */
import type { Day } from '../../calendar/day';
import type { CalendarRule } from '../../calendar/rule';
import type { DayRuns } from '../../calendar/runs';
import { end, start, type Unit } from '../../calendar/units';
import { intervalText } from '../../period/print';
import { kindOf } from '../document/controls';
import { isTimeControl, type DashboardDocument, type TimeControl } from '../document/document';
import type { ShownAnswer } from './answer';
import type { ControlAnswer, PeriodAnswer } from './controlAnswer';

export type Side = 'start' | 'end';

export interface Governing {
  readonly control: TimeControl;
  readonly answer: PeriodAnswer;
}

const edgeOf = (runs: DayRuns, side: Side): Day | undefined =>
  side === 'start' ? runs[0]?.start : runs[runs.length - 1]?.end;

/** The control whose window has the same end as a visual's, if readers can move it there; undefined for none. */
export function governing(
  document: DashboardDocument,
  answers: Readonly<Record<string, ControlAnswer>>,
  shown: ShownAnswer,
  side: Side,
): Governing | undefined {
  for (const use of shown.uses) {
    for (const { control: id, route } of use.acting) {
      if (route.kind !== 'role' || route.role !== use.role) continue;
      const control = document.controls.find((entry) => entry.id === id);
      const answer = answers[id];
      if (!control || !isTimeControl(control) || answer?.kind !== 'period') continue;
      const isFree = kindOf(control).movable?.(control)[side] === true && answer.asked.length === 1;
      if (isFree && edgeOf(answer.asked, side) === edgeOf(use.asked, side)) return { control, answer };
    }
  }
  return undefined;
}

/** The phrase of a control's window with one end put at the edge of a unit that lies nearest to a day. */
export function movedEnd(
  { answer }: Governing,
  side: Side,
  day: Day,
  unit: Unit,
  rule: CalendarRule,
): string | undefined {
  const { asked, covered } = answer;
  const [run] = asked;
  const earliest = covered[0]?.start;
  const latest = covered[covered.length - 1]?.end;
  if (!run || earliest === undefined || latest === undefined) return undefined;
  const first = start(unit, day, rule);
  const last = end(unit, day, rule);
  if (side === 'start') {
    const nearest = day - first <= last + 1 - day ? first : last + 1;
    const other = Math.min(run.end, latest);
    return intervalText(Math.max(earliest, Math.min(nearest, start(unit, other, rule))), run.end);
  }
  const nearest = last - day <= day - (first - 1) ? last : first - 1;
  const other = Math.max(run.start, earliest);
  return intervalText(run.start, Math.min(latest, Math.max(nearest, end(unit, other, rule))));
}
