/** The figures of charts, figures, calendar maps and texts as plain tables. */
import { dimensionName } from '../../../model/dimension';
import type { Measure, Model } from '../../../model/model';
import { dimensionsOf, type Chart, type MeasuredVisual } from '../../document/visuals';
import {
  categoryName,
  type CalendarMapAnswer,
  type ChartAnswer,
  type FigureAnswer,
  type Shown,
  type TextAnswer,
} from '../answer';
import { baselineLabel } from '../comparing/words';
import {
  comparedCells,
  comparedColumns,
  dayColumn,
  stateCell,
  stateColumn,
  textColumn,
  type DataCell,
  type DataTable,
} from './dataTable';
import { bucketCells, bucketColumns, partnerCells, partnerColumns } from './overDays';

const labelsOf = ({ baselines = [] }: Shown) => baselines.map(baselineLabel);

export function chartData(
  visual: Chart,
  answer: ChartAnswer,
  measures: readonly Measure[],
  model: Model,
): DataTable {
  const labels = labelsOf(answer);
  const { buckets, categories, series, against = [] } = answer;
  const isDay = buckets?.unit === 'day';
  const partners = against.map((entry) => entry.partners);
  const hasPartners = buckets !== null && partners.some((entry) => entry !== null);
  const isAny = series.some((entry) => entry.provisionalFrom !== null);
  const [along] = dimensionsOf(visual);
  const rowOf = (i: number, place: readonly DataCell[]): DataCell[] => [
    ...place,
    ...series.flatMap((entry, s) =>
      comparedCells(
        entry.values[i] ?? null,
        against.map((baseline) => baseline.series[s]?.[i] ?? null),
      ),
    ),
    ...(hasPartners ? partnerCells(partners, i, isDay) : []),
    ...stateCell(
      isAny,
      series.some(({ provisionalFrom }) => provisionalFrom !== null && i >= provisionalFrom),
    ),
  ];
  return {
    columns: [
      ...(buckets ? bucketColumns(buckets) : [textColumn(along ? dimensionName(model, along) : 'Group')]),
      ...series.flatMap((entry) => comparedColumns(entry.name, measures[entry.measure]!, labels)),
      ...(hasPartners ? partnerColumns(labels, isDay) : []),
      ...stateColumn(isAny),
    ],
    rows: buckets
      ? buckets.starts.map((_, i) => rowOf(i, bucketCells(buckets, i, answer, model.rule)))
      : (categories ?? []).map((category, i) => rowOf(i, [categoryName(category)])),
  };
}

/** The whole figure first, then how it came about. */
export function figureData(
  _: MeasuredVisual,
  answer: FigureAnswer,
  [measure]: readonly Measure[],
  model: Model,
): DataTable {
  const labels = labelsOf(answer);
  const { buckets, against = [] } = answer;
  const isDay = buckets.unit === 'day';
  const partners = against.map((entry) => entry.partners);
  const isAny = answer.provisionalFrom !== null;
  const { window } = answer;
  const shownOf = (runs: Shown['window']['shown']): DataCell[] => [
    runs[0]?.start ?? null,
    runs[runs.length - 1]?.end ?? null,
  ];
  return {
    columns: [
      textColumn('Part'),
      dayColumn('From'),
      dayColumn('To'),
      ...comparedColumns(measure!.name, measure!, labels),
      ...partnerColumns(labels, false),
      ...stateColumn(isAny),
    ],
    rows: [
      [
        'whole window',
        ...shownOf(window.shown),
        ...comparedCells(
          answer.value,
          against.map((entry) => entry.value),
        ),
        ...(answer.baselines ?? []).flatMap(({ measures: [first] }) =>
          shownOf(first && 'shown' in first ? first.shown : []),
        ),
        ...stateCell(isAny, isAny),
      ],
      ...buckets.starts.map((start, i): DataCell[] => [
        ...(isDay ? ['day', start, start] : bucketCells(buckets, i, answer, model.rule)),
        ...comparedCells(
          answer.values[i] ?? null,
          against.map((entry) => entry.values[i] ?? null),
        ),
        ...partnerCells(partners, i, false),
        ...stateCell(isAny, isAny && i >= answer.provisionalFrom!),
      ]),
    ],
  };
}

export function calendarMapData(
  _: MeasuredVisual,
  answer: CalendarMapAnswer,
  [measure]: readonly Measure[],
): DataTable {
  const labels = labelsOf(answer);
  const { against = [], provisionalFrom, first } = answer;
  const isAny = provisionalFrom !== null;
  return {
    columns: [
      dayColumn('Day'),
      ...comparedColumns(measure!.name, measure!, labels),
      ...partnerColumns(labels, true),
      ...stateColumn(isAny),
    ],
    rows: answer.values.map((value, i) => [
      first + i,
      ...comparedCells(
        value,
        against.map((entry) => entry.values[i] ?? null),
      ),
      ...partnerCells(
        against.map((entry) => entry.partners),
        i,
        true,
      ),
      ...stateCell(isAny, isAny && first + i >= provisionalFrom),
    ]),
  };
}

/** The measures that a text names, in one row. */
export const textData = (
  _: MeasuredVisual,
  { values }: TextAnswer,
  measures: readonly Measure[],
): DataTable => ({
  columns: measures.flatMap((measure) => comparedColumns(measure.name, measure, [])),
  rows: [measures.map((_measure, i) => values[i] ?? null)],
});
