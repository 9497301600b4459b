/**
 * One turn: document, model and the reader's state in; an answer for every control and visual out. The
 * browser's worker, the server's cubes and the database all run this, each with its own source.
 */
import type { Day } from '../calendar/day';
import { unionRuns, type DayRuns } from '../calendar/runs';
import { clipRuns, coverageOfRuns } from '../coverage/coverage';
import type { Layout, Selection, Source } from '../cube/query';
import type { PhraseError } from '../period/phrase';
import type { DashboardDocument, Slicer, Timeline, Visual } from './document';
import { measureValues, numbersFor } from './figures';
import { bucketsOf, type Buckets } from './grain';
import { columnOf, datasetOf, measureOf, type Model } from './model';
import { isCategory, seenBy, settingsOf, type Acting, type Seen, type Setting } from './selection';
import type { ReaderState } from './state';
import { datasetUses } from './wiring';

export interface TurnInput {
  readonly document: DashboardDocument;
  readonly model: Model;
  readonly state: ReaderState;
  /** Only these items; all when absent. */
  readonly only?: ReadonlySet<string>;
}

export interface TimelineAnswer {
  readonly kind: 'timeline';
  readonly text: string;
  readonly error: PhraseError | null;
  /** The window asked for. */
  readonly asked: DayRuns;
  /** The window cut to the data; empty when no day with data lies in it. */
  readonly shown: DayRuns;
  readonly daysWithData: number;
  /** A day with data near an empty window. */
  readonly nearest: Day | undefined;
  /** Days with data that the control offers. */
  readonly covered: DayRuns;
  /** Windows of other timelines that act through the same date role on the same visuals. */
  readonly others: readonly { readonly control: string; readonly runs: DayRuns }[];
}

export interface SlicerAnswer {
  readonly kind: 'slicer';
  readonly choice: readonly (string | null)[];
  /** Every value of the column, with its rows under what is wired into the slicer. */
  readonly values: readonly { readonly value: string | null; readonly rows: number }[];
}

/** Says that the source cannot answer for this item: the database has to. */
export interface ElsewhereAnswer {
  readonly kind: 'elsewhere';
}

/** Says that the item cannot be answered at all, and why. */
export interface BrokenAnswer {
  readonly kind: 'broken';
  readonly message: string;
}

export type ControlAnswer = TimelineAnswer | SlicerAnswer | ElsewhereAnswer | BrokenAnswer;

/** What every answered visual tells. */
interface Shown {
  readonly window: {
    readonly dataset: string;
    readonly role: string;
    readonly asked: DayRuns;
    readonly shown: DayRuns;
    readonly days: number;
    readonly daysWithData: number;
  };
  readonly rows: number;
  readonly acting: readonly Acting[];
  readonly selection: Selection;
  readonly layout: Layout;
}

export interface LineAnswer extends Shown {
  readonly kind: 'line';
  readonly buckets: Buckets;
  readonly values: readonly (number | null)[];
}
export interface BarAnswer extends Shown {
  readonly kind: 'bar';
  readonly categories: readonly (string | null)[];
  readonly values: readonly (number | null)[];
  /** Number of categories with data, of which `categories` are the first by the visual's limit. */
  readonly total: number;
}
export interface TableAnswer extends Shown {
  readonly kind: 'table';
}
export interface EmptyAnswer {
  readonly kind: 'empty';
  readonly dataset: string;
  readonly asked: DayRuns;
  readonly nearest: Day | undefined;
  readonly acting: readonly Acting[];
}

export type VisualAnswer =
  LineAnswer | BarAnswer | TableAnswer | EmptyAnswer | ElsewhereAnswer | BrokenAnswer;

export interface TurnAnswer {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
}

const ELSEWHERE: ElsewhereAnswer = { kind: 'elsewhere' };
const broken = (message: string): BrokenAnswer => ({ kind: 'broken', message });

/** Answers a turn from a source. */
export async function answerTurn(input: TurnInput, source: Source): Promise<TurnAnswer> {
  const { document, model, only } = input;
  const settings = settingsOf(document, model, input.state);
  const wanted = (item: { id: string }) => !only || only.has(item.id);
  const controls: Record<string, ControlAnswer> = {};
  const visuals: Record<string, VisualAnswer> = {};
  for (const control of document.controls.filter(wanted)) {
    controls[control.id] = await (control.kind === 'timeline'
      ? answerTimeline(document, model, settings, control, source)
      : answerSlicer(document, model, settings, control, source));
  }
  for (const visual of document.visuals.filter(wanted)) {
    visuals[visual.id] = await answerVisual(document, model, settings, visual, source);
  }
  return { controls, visuals };
}

async function answerTimeline(
  document: DashboardDocument,
  model: Model,
  settings: ReadonlyMap<string, Setting>,
  timeline: Timeline,
  source: Source,
): Promise<ControlAnswer> {
  const setting = settings.get(timeline.id);
  if (setting?.kind !== 'window') return broken('This timeline has no window.');
  const offered: DayRuns[] = [];
  for (const use of datasetUses(document, model, timeline)) {
    const { selection } = seenBy(document, model, settings, timeline, use);
    const covered = await source.covered(selection);
    if (!covered) return ELSEWHERE;
    offered.push(covered);
  }
  const covered = unionRuns(...offered);
  const clipped = clipRuns(setting.runs, coverageOfRuns(covered));
  return {
    kind: 'timeline',
    text: setting.text,
    error: setting.error,
    asked: setting.runs,
    shown: clipped.empty ? [] : clipped.runs,
    daysWithData: clipped.empty ? 0 : clipped.daysWithData,
    nearest: clipped.empty ? clipped.nearest : undefined,
    covered,
    others: otherTimelines(document, model, settings, timeline),
  };
}

/** Timelines wired through the same date role to a visual that this one is wired to. */
function otherTimelines(
  document: DashboardDocument,
  model: Model,
  settings: ReadonlyMap<string, Setting>,
  timeline: Timeline,
): TimelineAnswer['others'] {
  const others = new Map<string, DayRuns>();
  for (const visual of document.visuals) {
    for (const use of datasetUses(document, model, visual)) {
      const { acting } = seenBy(document, model, settings, visual, use);
      const own = acting.find((entry) => entry.control === timeline.id)?.route;
      if (own?.kind !== 'role') continue;
      for (const { control, route } of acting) {
        const setting = settings.get(control);
        if (
          control === timeline.id ||
          route.kind !== 'role' ||
          route.role !== own.role ||
          setting?.kind !== 'window'
        )
          continue;
        others.set(control, setting.runs);
      }
    }
  }
  return [...others].map(([control, runs]) => ({ control, runs }));
}

async function answerSlicer(
  document: DashboardDocument,
  model: Model,
  settings: ReadonlyMap<string, Setting>,
  slicer: Slicer,
  source: Source,
): Promise<ControlAnswer> {
  const [use] = datasetUses(document, model, slicer);
  const setting = settings.get(slicer.id);
  if (!use || setting?.kind !== 'choice') return broken(missingDataset(slicer.dataset));
  if (!isCategory(model, slicer.dataset, slicer.column)) return broken(missingCategory(slicer.column));
  const by = { kind: 'category', column: slicer.column } as const;
  const whole: Selection = { dataset: use.dataset, day: use.role, filters: [], otherDays: [] };
  const everything = await source.aggregate({
    ...whole,
    window: [{ start: -Infinity, end: Infinity }],
    by,
    numbers: [],
  });
  const seen = seenBy(document, model, settings, slicer, use);
  const now = await source.aggregate({ ...seen.selection, window: seen.window, by, numbers: [] });
  if (!everything || !now) return ELSEWHERE;
  const rows = new Map(now.keys.map((value, i) => [value, now.rows[i]!]));
  const known = new Set(everything.keys);
  const values = [...everything.keys, ...setting.values.filter((value) => !known.has(value))];
  values.sort(compareValues);
  return {
    kind: 'slicer',
    choice: setting.values,
    values: values.map((value) => ({ value, rows: rows.get(value) ?? 0 })),
  };
}

/** By name, blank last. */
export function compareValues(a: string | null, b: string | null): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return a.localeCompare(b, 'en', { numeric: true });
}

const missingDataset = (dataset: string) =>
  `There is no dataset “${dataset}” here. Bring it in, or choose another in the settings.`;
const missingCategory = (column: string) =>
  `“${column}” is not a category of its dataset. Mark it as one on the dataset’s page.`;

async function answerVisual(
  document: DashboardDocument,
  model: Model,
  settings: ReadonlyMap<string, Setting>,
  visual: Visual,
  source: Source,
): Promise<VisualAnswer> {
  const [use] = datasetUses(document, model, visual);
  if (!use) return broken(problemOf(visual, model));
  const seen = seenBy(document, model, settings, visual, use);
  const covered = await source.covered(seen.selection);
  if (!covered) return ELSEWHERE;
  const clipped = clipRuns(seen.window, coverageOfRuns(covered));
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
