/** Which rows an item sees: the controls wired to it, each through its route. */
import { ALL_DAYS, intersectRuns, type DayRuns } from '../calendar/runs';
import type { DayFilter, Selection, ValueFilter } from '../cube/query';
import { resolveText } from '../period/resolve';
import type { PhraseError } from '../period/phrase';
import type { Control, DashboardDocument, Visual } from './document';
import { columnOf, type Model } from './model';
import type { ReaderState } from './state';
import { routeTo, wireOf, type DatasetUse, type Route } from './wiring';

/** What a control now says: its window, or its choice. A phrase that cannot be read has no effect. */
export type Setting =
  | {
      readonly kind: 'window';
      readonly text: string;
      readonly runs: DayRuns;
      readonly error: PhraseError | null;
    }
  | { readonly kind: 'choice'; readonly values: readonly (string | null)[] };

/** A wire in effect on an item: the control and the route it takes. */
export interface Acting {
  readonly control: string;
  readonly route: Route;
}

/** The rows of one dataset that an item sees. */
export interface Seen {
  readonly selection: Selection;
  /** The window through the item's own date role, as asked for. */
  readonly window: DayRuns;
  readonly acting: readonly Acting[];
}

/** The setting of each control: the reader's, else the designer's default. */
export function settingsOf(
  document: DashboardDocument,
  model: Model,
  state: ReaderState,
): Map<string, Setting> {
  const settings = new Map<string, Setting>();
  for (const control of document.controls) {
    if (control.kind === 'slicer') {
      settings.set(control.id, { kind: 'choice', values: state.choices[control.id] ?? control.default });
      continue;
    }
    const text = state.periods[control.id] ?? control.default;
    const resolved = resolveText(text, { rule: model.rule });
    settings.set(control.id, {
      kind: 'window',
      text,
      runs: resolved.ok ? resolved.runs : ALL_DAYS,
      error: resolved.ok ? null : resolved.error,
    });
  }
  return settings;
}

/** The rows of a dataset that an item sees under all that is wired to it. */
export function seenBy(
  document: DashboardDocument,
  model: Model,
  settings: ReadonlyMap<string, Setting>,
  item: Visual | Control,
  use: DatasetUse,
): Seen {
  const windows = new Map<string, DayRuns>();
  const filters: ValueFilter[] = [];
  const acting: Acting[] = [];
  for (const control of document.controls) {
    const wire = wireOf(document, control.id, item.id);
    const setting = settings.get(control.id);
    if (!wire?.on || !setting || control.id === item.id) continue;
    const route = routeTo(model, control, use, wire);
    if (route.kind === 'none') continue;
    acting.push({ control: control.id, route });
    if (route.kind === 'role' && setting.kind === 'window') {
      windows.set(route.role, intersectRuns(windows.get(route.role) ?? ALL_DAYS, setting.runs));
    }
    if (route.kind === 'column' && setting.kind === 'choice' && setting.values.length > 0) {
      filters.push({ column: route.column, values: setting.values, exclude: false });
    }
  }
  const otherDays: DayFilter[] = [...windows]
    .filter(([role, runs]) => role !== use.role && runs !== ALL_DAYS && !isEverything(runs))
    .map(([column, runs]) => ({ column, runs }));
  return {
    selection: { dataset: use.dataset, day: use.role, filters, otherDays },
    window: windows.get(use.role) ?? ALL_DAYS,
    acting,
  };
}

function isEverything(runs: DayRuns): boolean {
  return runs.length === 1 && runs[0]!.start === -Infinity && runs[0]!.end === Infinity;
}

/** Whether a column of a dataset can be grouped by. */
export function isCategory(model: Model, dataset: string, column: string): boolean {
  return columnOf(model, dataset, column)?.category === true;
}
