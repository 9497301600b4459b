/** The figures of a visual as a plain table: what a reader sees in rows, and what is taken away as a file. */
import type { Day } from '../../../calendar/day';
import { dayWords } from '../../../calendar/names';
import { BLANK } from '../../../model/blank';
import { valueWords } from '../../../model/figures';
import type { Measure } from '../../../model/model';
import type { DayRun } from '../../../calendar/runs';
import type { MarkAsked } from '../behind';
import { changeOf, type Partner } from '../comparing/answer';
import { percentWords } from '../comparing/words';

export type DataColumn =
  /** Its cells are texts; null is blank. */
  | { readonly kind: 'text'; readonly name: string }
  /** Its cells are days. */
  | { readonly kind: 'day'; readonly name: string }
  /** Its cells are numbers in `unit`, shown with so many decimals; `of`: the marks whose figures they are. */
  | {
      readonly kind: 'number';
      readonly name: string;
      readonly unit: string;
      readonly decimals: number;
      readonly of?: ColumnMark;
    }
  /** Its cells are parts of one: 0.12 is 12 %. */
  | { readonly kind: 'percent'; readonly name: string };

/** A text, a day or a number by its column; null where there is none. */
export type DataCell = string | number | null;

export interface DataTable {
  readonly columns: readonly DataColumn[];
  /** By row, as many cells as there are columns. */
  readonly rows: readonly (readonly DataCell[])[];
  /** By row: what its marks have in common; absent where nothing is asked of single figures. */
  readonly marks?: readonly RowMark[];
}

/** What the marks of a column have in common. */
export interface ColumnMark extends Pick<MarkAsked, 'measure' | 'within' | 'beyond'> {
  /** Of a baseline's column: its id, and which one it is. */
  readonly against: { readonly id: string; readonly place: number } | null;
  /** Of a column of a bucket: its days; null where there are none. Absent where rows have the days. */
  readonly days?: DayRun | null;
  readonly period?: string;
}

/** What the marks of a row have in common. */
export interface RowMark extends Pick<MarkAsked, 'days' | 'within' | 'beyond'> {
  /** Of a bucket: by baseline the days it is compared with. */
  readonly partners?: readonly Partner[];
}

/** The mark whose figure a cell is; null where it is none. */
export function markAt({ columns, marks }: DataTable, row: number, place: number): MarkAsked | null {
  const column = columns[place];
  const own = marks?.[row];
  if (column?.kind !== 'number' || !column.of || !own) return null;
  const { measure, against, within, beyond, period = null } = column.of;
  const days = column.of.days !== undefined ? column.of.days : ownDays(own, against);
  // A bucket without a partner has no rows to compare with.
  if (days === undefined || column.of.days === null) return null;
  return {
    measure,
    side: 'over',
    baseline: against?.id ?? null,
    period,
    days,
    within: [...own.within, ...within],
    beyond: [...own.beyond, ...beyond],
  };
}

/** The days of a row's marks, of a baseline those that the row is compared with; undefined for none. */
function ownDays({ days, partners }: RowMark, against: ColumnMark['against']): DayRun | null | undefined {
  if (!against || days === null) return days;
  return partners?.[against.place] ?? undefined;
}

/** The name of a column with its unit: "Revenue (€)". */
export const columnHead = (column: DataColumn): string => {
  if (column.kind === 'percent') return `${column.name} (%)`;
  return column.kind === 'number' && column.unit !== '' ? `${column.name} (${column.unit})` : column.name;
};

/** A cell as it is read. */
export function cellWords(column: DataColumn, cell: DataCell): string {
  switch (column.kind) {
    case 'text':
      return cell === null ? BLANK : String(cell);
    case 'day':
      return cell === null ? '–' : dayWords(Number(cell));
    case 'number':
      return valueWords({ decimals: column.decimals, unit: '' }, cell as number | null);
    case 'percent':
      return cell === null ? '–' : percentWords(1 + Number(cell), 1);
  }
}

export const textColumn = (name: string): DataColumn => ({ kind: 'text', name });
export const dayColumn = (name: string): DataColumn => ({ kind: 'day', name });
const numberColumn = (
  name: string,
  { unit, decimals }: Pick<Measure, 'unit' | 'decimals'>,
  of?: ColumnMark,
): DataColumn => ({ kind: 'number', name, unit, decimals, ...(of ? { of } : {}) });

/** A baseline that figures stand beside. */
export interface DataBaseline {
  readonly id: string;
  readonly label: string;
}

/** The columns of a value and of what it is compared with; `of`: the mark of the value, and of each baseline's. */
export const comparedColumns = (
  name: string,
  measure: Pick<Measure, 'unit' | 'decimals'>,
  baselines: readonly DataBaseline[],
  of?: (against: ColumnMark['against']) => ColumnMark,
): DataColumn[] => [
  numberColumn(name, measure, of?.(null)),
  ...baselines.flatMap(({ id, label }, place) => [
    numberColumn(`${name}, ${label}`, measure, of?.({ id, place })),
    ...changeColumns(`${name} against ${label}`, measure),
  ]),
];

/** The columns of a change. */
export const changeColumns = (
  name: string,
  measure: Pick<Measure, 'unit' | 'decimals'>,
): [DataColumn, DataColumn] => [
  numberColumn(`${name}, change`, measure),
  { kind: 'percent', name: `${name}, change` },
];

/** The cells of a change: the percent is none where the sign changed, as everywhere it is told. */
function changeCells(value: number | null, baseline: number | null): [DataCell, DataCell] {
  const { change, percent } = changeOf(value, baseline);
  const isTurned = value !== null && baseline !== null && value !== 0 && value < 0 !== baseline < 0;
  return [change, isTurned ? null : percent];
}

/** The cells of a value and of those it is compared with, in the order of `comparedColumns`. */
export const comparedCells = (value: number | null, baselines: readonly (number | null)[]): DataCell[] => [
  value,
  ...baselines.flatMap((baseline) => [baseline, ...changeCells(value, baseline)]),
];

/** A column that marks the rows whose figures are not final yet; nothing where all are. */
export const stateColumn = (isAny: boolean): DataColumn[] => (isAny ? [textColumn('State')] : []);
export const stateCell = (isAny: boolean, isProvisional: boolean): DataCell[] =>
  isAny ? [isProvisional ? 'provisional' : 'final'] : [];

/** The first and the last day (inclusive) of a run that a window cuts. */
export const cutTo = (run: { start: Day; end: Day }, first: Day, last: Day): [Day, Day] => [
  Math.max(run.start, first),
  Math.min(run.end, last),
];
