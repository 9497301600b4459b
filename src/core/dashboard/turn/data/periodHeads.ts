/** The heads of period columns, and of the changes between them. */
import type { CalendarRule } from '../../../calendar/rule';
import { runsWords } from '../../../period/describe';
import { periodName, type PeriodColumns } from '../../document/kinds/columns';
import type { CrosstabAnswer } from '../answer';

/** A period that stands across, or the change between two of them. */
export interface PeriodHead {
  readonly text: string;
  readonly words: string;
}

/** The heads of an answer's period columns, by the columns as they were designed. */
export function periodHeads(
  { columns = [] }: Pick<CrosstabAnswer, 'columns'>,
  design: PeriodColumns,
  rule: CalendarRule,
): { readonly periods: readonly PeriodHead[]; readonly changes: readonly PeriodHead[] } {
  const nameOf = (id: string) => {
    const column = design.periods.find((entry) => entry.id === id);
    return column ? periodName(column) : id;
  };
  return {
    periods: columns.map(({ id, window, shown }) => ({
      text: nameOf(id),
      words: window.length === 0 ? 'no days' : runsWords(shown.length > 0 ? shown : window, rule),
    })),
    changes: design.changes.map(({ of, against }) => ({
      text: 'change',
      words: `${nameOf(of)} against ${nameOf(against)}`,
    })),
  };
}
