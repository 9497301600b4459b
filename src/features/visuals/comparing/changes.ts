/** The changes that a visual shows, as they can be asked about. */
import type { CalendarRule } from '../../../core/calendar/rule';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';
import type { ShownAnswer } from '../../../core/dashboard/turn/answer';
import { baselineLabel } from '../../../core/dashboard/turn/comparing/words';
import { periodHeads } from '../../../core/dashboard/turn/data/periodHeads';

/** The changes of a visual, by the id that the server knows them by: against each baseline, or between two periods. */
export function changesOf(visual: MeasuredVisual, answer: ShownAnswer, rule: CalendarRule) {
  if (visual.kind === 'crosstab' && visual.columns?.kind === 'periods') {
    const heads = answer.kind === 'crosstab' ? periodHeads(answer, visual.columns, rule).changes : [];
    return visual.columns.changes.map(({ id }, c) => ({ id, label: heads[c]?.words ?? id }));
  }
  return (answer.baselines ?? []).map((baseline) => ({ id: baseline.id, label: baselineLabel(baseline) }));
}
