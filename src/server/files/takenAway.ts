/** Figures that are taken away: tables under their titles, with what was in effect. */
import { isoDay } from '../../core/calendar/day';
import {
  columnHead,
  type DataCell,
  type DataColumn,
  type DataTable,
} from '../../core/dashboard/turn/data/dataTable';
import type { About } from '../../core/dashboard/turn/said/about';

export interface NamedTable {
  readonly title: string;
  /** The line under the title: its days, and what has to be known of them. */
  readonly subtitle: string;
  readonly data: DataTable;
}

export interface TakenAway {
  readonly about: About;
  /** When it was made, ISO 8601. */
  readonly madeAt: string;
  readonly tables: readonly NamedTable[];
}

/** A cell as files for machines have it: days as ISO 8601, numbers as they are, a percent as a part of one. */
export const machineCell = ({ kind }: DataColumn, cell: DataCell): DataCell =>
  kind === 'day' && cell !== null ? isoDay(cell as number) : cell;

/** The names of columns, each once: a second one of a name is told by its place. */
export function uniqueHeads(columns: readonly DataColumn[]): string[] {
  const seen = new Set<string>();
  return columns.map((column, i) => {
    const head = columnHead(column);
    const name = seen.has(head) ? `${head} ${i + 1}` : head;
    seen.add(name);
    return name;
  });
}
