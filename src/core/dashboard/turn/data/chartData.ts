/** The figures of charts, figures, calendar maps and texts as plain tables. */
import type { DayRun } from '../../../calendar/runs';
import { dimensionName, type Dimension } from '../../../model/dimension';
import type { Measure, Model } from '../../../model/model';
import type { Chart, MeasuredVisual } from '../../document/visuals';
import {
  categoryName,
  isOthers,
  type CalendarMapAnswer,
  type Category,
  type ChartAnswer,
  type FigureAnswer,
  type SeriesAnswer,
  type Shown,
  type TextAnswer,
} from '../answer';
import type { Partner } from '../comparing/answer';
import { baselineLabel } from '../comparing/words';
import {
  comparedCells,
  comparedColumns,
  dayColumn,
  stateCell,
  stateColumn,
  textColumn,
  type ColumnMark,
  type DataBaseline,
  type DataCell,
  type DataTable,
  type RowMark,
} from './dataTable';
import { bucketCells, bucketColumns, bucketDays, partnerCells, partnerColumns } from './overDays';

/** The baselines of an answer under their names. */
export const dataBaselines = ({ baselines = [] }: Pick<Shown, 'baselines'>): DataBaseline[] =>
  baselines.map((baseline) => ({ id: baseline.id, label: baselineLabel(baseline) }));

const NO_PARTS = { within: [], beyond: [] } as const;

/** The marks of a series: those of its value, or of all that have no series of their own. */
function seriesMark(
  { split }: Chart,
  all: readonly SeriesAnswer[],
  { measure, value, others }: SeriesAnswer,
): Omit<ColumnMark, 'against'> {
  if (!split || value === undefined) {
    if (!split || others === undefined) return { measure, ...NO_PARTS };
    const values = all.flatMap((entry) =>
      entry.measure === measure && entry.value !== undefined ? [entry.value] : [],
    );
    return { measure, within: [], beyond: [{ dimension: split, values }] };
  }
  return { measure, within: [{ dimension: split, value }], beyond: [] };
}

/** The mark of a category: of its value, or of all others. */
function categoryMark(dimension: Dimension, categories: readonly Category[], category: Category): RowMark {
  if (!isOthers(category)) return { days: null, within: [{ dimension, value: category }], beyond: [] };
  const values = categories.flatMap((entry) => (isOthers(entry) ? [] : [entry]));
  return { days: null, within: [], beyond: [{ dimension, values }] };
}

/** The marks of rows of buckets. */
const bucketMark = (days: DayRun, partners: readonly (readonly Partner[] | null)[], i: number): RowMark => ({
  days,
  ...NO_PARTS,
  partners: partners.map((ofBaseline) => ofBaseline?.[i] ?? null),
});

/** What is behind the mark of a chart at a place along its axis, all its series together; undefined where there is none. */
export function chartMark(
  visual: Chart,
  { buckets, categories }: ChartAnswer,
  place: number,
): RowMark | undefined {
  if (buckets)
    return place < buckets.starts.length ? bucketMark(bucketDays(buckets, place), [], place) : undefined;
  const { across: along } = visual;
  const category = categories?.[place];
  return along && category !== undefined ? categoryMark(along, categories!, category) : undefined;
}

export function chartData(
  visual: Chart,
  answer: ChartAnswer,
  measures: readonly Measure[],
  model: Model,
): DataTable {
  const labels = dataBaselines(answer);
  const { buckets, categories, series, against = [] } = answer;
  const isDay = buckets?.unit === 'day';
  const partners = against.map((entry) => entry.partners);
  const hasPartners = buckets !== null && partners.some((entry) => entry !== null);
  const isAny = series.some((entry) => entry.provisionalFrom !== null);
  const { across: along } = visual;
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
      ...series.flatMap((entry) =>
        comparedColumns(entry.name, measures[entry.measure]!, labels, (side) => ({
          ...seriesMark(visual, series, entry),
          against: side,
        })),
      ),
      ...(hasPartners ? partnerColumns(labels, isDay) : []),
      ...stateColumn(isAny),
    ],
    rows: buckets
      ? buckets.starts.map((_, i) => rowOf(i, bucketCells(buckets, i, answer, model.rule)))
      : (categories ?? []).map((category, i) => rowOf(i, [categoryName(category)])),
    marks: buckets
      ? buckets.starts.map((_, i) => bucketMark(bucketDays(buckets, i), partners, i))
      : along
        ? (categories ?? []).map((category) => categoryMark(along, categories!, category))
        : [],
  };
}

/** The marks of the first measure. */
const firstMeasure = (against: ColumnMark['against']): ColumnMark => ({ measure: 0, against, ...NO_PARTS });

/** The whole figure first, then how it came about. */
export function figureData(
  _: MeasuredVisual,
  answer: FigureAnswer,
  [measure]: readonly Measure[],
  model: Model,
): DataTable {
  const labels = dataBaselines(answer);
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
      ...comparedColumns(measure!.name, measure!, labels, firstMeasure),
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
        ...stateCell(isAny, isAny && i >= answer.provisionalFrom),
      ]),
    ],
    marks: [
      { days: null, ...NO_PARTS },
      ...buckets.starts.map((_, i) => bucketMark(bucketDays(buckets, i), partners, i)),
    ],
  };
}

export function calendarMapData(
  _: MeasuredVisual,
  answer: CalendarMapAnswer,
  [measure]: readonly Measure[],
): DataTable {
  const labels = dataBaselines(answer);
  const { against = [], provisionalFrom, first } = answer;
  const isAny = provisionalFrom !== null;
  return {
    columns: [
      dayColumn('Day'),
      ...comparedColumns(measure!.name, measure!, labels, firstMeasure),
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
    marks: answer.values.map((_, i) =>
      bucketMark(
        { start: first + i, end: first + i },
        against.map((entry) => entry.partners),
        i,
      ),
    ),
  };
}

/** The measures that a text names, in one row. */
export const textData = (
  _: MeasuredVisual,
  { values }: TextAnswer,
  measures: readonly Measure[],
): DataTable => ({
  columns: measures.flatMap((measure, index) =>
    comparedColumns(measure.name, measure, [], (against) => ({ measure: index, against, ...NO_PARTS })),
  ),
  rows: [measures.map((_measure, i) => values[i] ?? null)],
  marks: [{ days: null, ...NO_PARTS }],
});
