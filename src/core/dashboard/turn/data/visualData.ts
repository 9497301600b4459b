/** How the figures of each kind of visual stand in a plain table. */
import { aggregationOf } from '../../../model/aggregations';
import { measureOf, type Measure, type Model } from '../../../model/model';
import { isChart, isMeasured, type Visual, type VisualKind, type VisualOf } from '../../document/visuals';
import type { ChartAnswer, ShownAnswer } from '../answer';
import { asChart } from '../answers/map';
import { calendarMapData, chartData, figureData, textData } from './chartData';
import { crosstabData } from './crosstabData';
import type { DataTable } from './dataTable';

type Data<V> = (visual: V, answer: never, measures: readonly Measure[], model: Model) => DataTable;

/** Tables of rows have none: their rows are read page by page. */
const VISUAL_DATA: { readonly [K in VisualKind]: Data<VisualOf<K>> | null } = {
  line: chartData,
  area: chartData,
  bar: chartData,
  stacked: chartData,
  combined: chartData,
  figure: figureData,
  crosstab: crosstabData,
  calendarmap: calendarMapData,
  map: (visual, answer: ChartAnswer, measures, model) => chartData(asChart(visual), answer, measures, model),
  table: null,
  text: textData,
};

/** A measure as it is told by day: what adds up over days is so much a day. */
const aDay = (measure: Measure): Measure =>
  aggregationOf(measure).addsUpOverDays ? { ...measure, unit: `${measure.unit} a day`.trim() } : measure;

/** Whether the figures of a visual can stand in a plain table. */
export const hasData = (visual: Visual): boolean => isMeasured(visual) && VISUAL_DATA[visual.kind] !== null;

/** The figures of a visual as a plain table; undefined where it has none, or its answer is of another kind or model. */
export function visualData(visual: Visual, answer: ShownAnswer, model: Model): DataTable | undefined {
  if (!isMeasured(visual) || !hasData(visual)) return undefined;
  if (answer.kind !== (isChart(visual) || visual.kind === 'map' ? 'chart' : visual.kind)) return undefined;
  const found = visual.measures.flatMap((shown) => measureOf(model, shown.dataset, shown.measure) ?? []);
  if (found.length < visual.measures.length) return undefined;
  const measures = answer.perDay ? found.map(aDay) : found;
  const data = VISUAL_DATA[visual.kind] as (
    visual: Visual,
    answer: ShownAnswer,
    measures: readonly Measure[],
    model: Model,
  ) => DataTable;
  return data(visual, answer, measures, model);
}
