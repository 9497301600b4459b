/** A crosstab as a plain table: the rows and columns that it shows, and one row for each subtotal. */
import { unitName } from '../../../calendar/names';
import { dimensionName } from '../../../model/dimension';
import type { Measure, Model } from '../../../model/model';
import { BLANK } from '../../../model/blank';
import type { Crosstab } from '../../document/visuals';
import type { CrosstabAnswer, CrosstabCell } from '../answer';
import { baselineLabel } from '../comparing/words';
import {
  changeColumns,
  comparedCells,
  comparedColumns,
  textColumn,
  type DataCell,
  type DataColumn,
  type DataTable,
} from './dataTable';
import { periodHeads } from './periodHeads';

/** What stands in the place of a value in the rows of totals. */
const ALL = 'all';

export function crosstabData(
  visual: Crosstab,
  answer: CrosstabAnswer,
  measures: readonly Measure[],
  model: Model,
): DataTable {
  const labels = (answer.baselines ?? []).map(baselineLabel);
  const periods =
    visual.columns?.kind === 'periods' && answer.columns
      ? periodHeads(answer, visual.columns, model.rule)
      : null;
  const heads = periods
    ? periods.periods.map(({ text, words }) => `${text}: ${words}`)
    : (answer.buckets?.starts.map((start) => unitName(answer.buckets!.unit, start, model.rule)) ?? []);
  // Periods have no total: their days may overlap.
  const hasWhole = periods === null;
  const columnsOf = (measure: Measure): DataColumn[] => [
    ...heads.flatMap((head) => comparedColumns(`${measure.name}, ${head}`, measure, labels)),
    ...(hasWhole
      ? comparedColumns(heads.length > 0 ? `${measure.name}, all` : measure.name, measure, labels)
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
  };
}
