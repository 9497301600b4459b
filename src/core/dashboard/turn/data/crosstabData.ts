/** A crosstab as a plain table: the rows and columns that it shows, and one row for each subtotal. */
import { unitName } from '../../../calendar/names';
import { dimensionName } from '../../../model/dimension';
import type { Measure, Model } from '../../../model/model';
import { BLANK } from '../../../model/blank';
import type { Crosstab } from '../../document/visuals';
import type { CrosstabAnswer, CrosstabCell } from '../answer';
import { dataBaselines } from './chartData';
import {
  changeColumns,
  comparedCells,
  comparedColumns,
  textColumn,
  type ColumnMark,
  type DataCell,
  type DataColumn,
  type DataTable,
} from './dataTable';
import { bucketDays } from './overDays';
import { periodHeads } from './periodHeads';

/** The marks of a measure, over all that its rows are of. */
const markOf = (measure: number, against: ColumnMark['against']): ColumnMark => ({
  measure,
  against,
  within: [],
  beyond: [],
});

/** What stands in the place of a value in the rows of totals. */
const ALL = 'all';

export function crosstabData(
  visual: Crosstab,
  answer: CrosstabAnswer,
  measures: readonly Measure[],
  model: Model,
): DataTable {
  const labels = dataBaselines(answer);
  const { buckets, partners } = answer;
  const periods =
    visual.columns?.kind === 'periods' && answer.columns
      ? periodHeads(answer, visual.columns, model.rule)
      : null;
  const heads = periods
    ? periods.periods.map(({ text, words }) => `${text}: ${words}`)
    : (answer.buckets?.starts.map((start) => unitName(answer.buckets!.unit, start, model.rule)) ?? []);
  // Periods have no total: their days may overlap.
  const hasWhole = periods === null;
  const columnsOf = (measure: Measure, index: number): DataColumn[] => [
    ...heads.flatMap((head, i) =>
      comparedColumns(`${measure.name}, ${head}`, measure, labels, (against) => ({
        ...markOf(index, against),
        ...(periods
          ? { period: answer.columns![i]!.id }
          : { days: against ? (partners?.[against.place]?.[i] ?? null) : bucketDays(buckets!, i) }),
      })),
    ),
    ...(hasWhole
      ? comparedColumns(
          heads.length > 0 ? `${measure.name}, all` : measure.name,
          measure,
          labels,
          (against) => markOf(index, against),
        )
      : []),
    ...(periods?.changes ?? []).flatMap(({ words }) => changeColumns(`${measure.name}, ${words}`, measure)),
  ];
  const cellsOf = ({ values, whole, baselines = [], changes = [] }: CrosstabCell): DataCell[] => [
    ...heads.flatMap((_, i) =>
      comparedCells(
        values[i] ?? null,
        baselines.map((entry) => entry.values[i] ?? null),
      ),
    ),
    ...(hasWhole
      ? comparedCells(
          whole,
          baselines.map((entry) => entry.whole),
        )
      : []),
    ...changes.flatMap(({ change, percent }): DataCell[] => [change, percent]),
  ];
  return {
    columns: [
      ...visual.rows.map((dimension) => textColumn(dimensionName(model, dimension))),
      ...measures.flatMap(columnsOf),
    ],
    rows: answer.table.map(({ key, cells }) => [
      ...visual.rows.map((_, i) => (i < key.length ? (key[i] ?? BLANK) : ALL)),
      ...cells.flatMap(cellsOf),
    ]),
    marks: answer.table.map(({ key }) => ({
      days: null,
      within: key.flatMap((value, i) => (visual.rows[i] ? [{ dimension: visual.rows[i], value }] : [])),
      beyond: [],
    })),
  };
}
