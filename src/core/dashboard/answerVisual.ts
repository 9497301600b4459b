/** Answers of visuals: their window, rows and figures. */
import { clipRuns } from '../coverage/coverage';
import type { Source } from '../cube/query';
import { compareValues } from './answerControl';
import { broken, ELSEWHERE, missingCategory, missingDataset } from './answerParts';
import type { Shown, VisualAnswer } from './answers';
import type { DashboardDocument, Visual } from './document';
import { measureValues, numbersFor } from './figures';
import { bucketsOf } from './grain';
import { columnOf, datasetOf, measureOf, type Model } from './model';
import { isCategory, seenBy, type Seen } from './selection';
import type { Settings } from './setting';
import { datasetUses } from './wiring';

/** Answers a visual; a source that cannot is told by `elsewhere`. */
export async function answerVisual(
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  visual: Visual,
  source: Source,
): Promise<VisualAnswer> {
  const [use] = datasetUses(document, model, visual);
  if (!use) return broken(problemOf(visual, model));
  const seen = seenBy(document, model, settings, visual, use);
  if (seen.pending) return ELSEWHERE;
  const covered = await source.covered(seen.selection);
  if (!covered) return ELSEWHERE;
  const clipped = clipRuns(seen.window, covered);
  if (clipped.empty) {
    return {
      kind: 'empty',
      dataset: use.dataset,
      asked: seen.window,
      nearest: clipped.nearest,
      acting: seen.acting,
    };
  }
  const about = {
    window: {
      ...use,
      asked: seen.window,
      shown: clipped.runs,
      days: clipped.days,
      daysWithData: clipped.daysWithData,
    },
    acting: seen.acting,
    selection: seen.selection,
  };
  switch (visual.kind) {
    case 'line':
      return answerLine(model, visual, seen, about, source);
    case 'bar':
      return answerBar(model, visual, seen, about, source);
    case 'table': {
      const total = await source.aggregate({
        ...seen.selection,
        window: clipped.runs,
        by: { kind: 'total' },
        numbers: [],
      });
      return total ? { kind: 'table', ...about, rows: total.rows[0]!, layout: total.layout } : ELSEWHERE;
    }
  }
}

function problemOf(visual: Visual, model: Model): string {
  if (visual.kind === 'table') return missingDataset(visual.dataset);
  if (!datasetOf(model, visual.measure.dataset)) return missingDataset(visual.measure.dataset);
  return `There is no measure “${visual.measure.measure}”. Choose another in the settings.`;
}

type About = Omit<Shown, 'rows' | 'layout'>;

async function answerLine(
  model: Model,
  visual: Extract<Visual, { kind: 'line' }>,
  seen: Seen,
  about: About,
  source: Source,
): Promise<VisualAnswer> {
  const measure = measureOf(model, visual.measure.dataset, visual.measure.measure)!;
  const window = about.window.shown;
  const buckets = bucketsOf(visual.grain, window[0]!.start, window[window.length - 1]!.end, model.rule);
  const answer = await source.aggregate({
    ...seen.selection,
    window,
    by: { kind: 'buckets', starts: buckets.starts, end: buckets.end },
    numbers: numbersFor(model, visual.measure.dataset, measure),
  });
  if (!answer) return ELSEWHERE;
  const rows = answer.rows.reduce((total, count) => total + count, 0);
  return {
    kind: 'line',
    ...about,
    rows,
    layout: answer.layout,
    buckets,
    values: measureValues(measure, answer),
  };
}

async function answerBar(
  model: Model,
  visual: Extract<Visual, { kind: 'bar' }>,
  seen: Seen,
  about: About,
  source: Source,
): Promise<VisualAnswer> {
  if (!isCategory(model, visual.measure.dataset, visual.category)) {
    return broken(
      missingCategory(columnOf(model, visual.measure.dataset, visual.category)?.name ?? visual.category),
    );
  }
  const measure = measureOf(model, visual.measure.dataset, visual.measure.measure)!;
  const answer = await source.aggregate({
    ...seen.selection,
    window: about.window.shown,
    by: { kind: 'category', column: visual.category },
    numbers: numbersFor(model, visual.measure.dataset, measure),
  });
  if (!answer) return ELSEWHERE;
  const values = measureValues(measure, answer);
  const byName = (a: number, b: number) => compareValues(answer.keys[a]!, answer.keys[b]!);
  const byValue = (a: number, b: number) =>
    (values[b] ?? -Infinity) - (values[a] ?? -Infinity) || byName(a, b);
  const order = answer.keys
    .map((_, i) => i)
    .sort(byValue)
    .slice(0, visual.limit);
  if (visual.order === 'name') order.sort(byName);
  const rows = answer.rows.reduce((total, count) => total + count, 0);
  return {
    kind: 'bar',
    ...about,
    rows,
    layout: answer.layout,
    categories: order.map((i) => answer.keys[i]!),
    values: order.map((i) => values[i]!),
    total: answer.keys.length,
  };
}
