/** Which rows an item sees: the controls wired to it, each through its route. */
import { ALL_DAYS, intersectRuns, isEveryDay, type DayRuns } from '../calendar/runs';
import type { DayFilter, Selection, ValueFilter } from '../cube/query';
import type { AnyCondition } from '../cube/rowCondition';
import { groupsCondition, pathOf } from './conditions';
import { isControl, type Control, type DashboardDocument, type Visual } from './document';
import { chosenDays } from './dimension';
import { drillKey, drillRuns } from './drill';
import type { Model } from './model';
import { keptDays, pickedValues, pickKey } from './pick';
import { isEffective, type Setting, type Settings } from './setting';
import type { DatasetUse } from './uses';
import { actorsOf, isPaling, routeTo, type PickRoute, type Route } from './routes';
import { wireOf } from './wiring';

/** A wire in effect on an item: the control (or visual with chosen marks) and the route it takes. */
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
  /** Whether a window is not known yet, because it needs days with data that the source cannot tell. */
  readonly pending: boolean;
}

/** Where the setting of something that acts stands among the settings. */
export const settingKey = (actor: Control | Visual) => (isControl(actor) ? actor.id : pickKey(actor.id));

/** A condition that no row keeps, where a choice is required and none is made. */
const NO_ROW = '1 = 0';

/** What the chosen nodes of a tree keep. */
export function treeCondition(
  columns: readonly string[],
  values: readonly (string | null)[],
  exclude: boolean,
): string {
  const paths = values.flatMap((value) => {
    const path = pathOf(value);
    return path ? [path.slice(0, columns.length)] : [];
  });
  return paths.length === 0 ? NO_ROW : groupsCondition(columns, paths, exclude);
}

/** What the chosen marks of a visual keep of a dataset. */
export function pickedRows(
  model: Model,
  route: PickRoute,
  { days, keys, exclude }: Extract<Setting, { kind: 'pick' }>,
): { filters: ValueFilter[]; classes: DayFilter[]; days: DayRuns | null } {
  const filters: ValueFilter[] = [];
  const classes: DayFilter[] = [];
  route.parts.forEach((part, depth) => {
    const values = pickedValues(keys, depth);
    if (values.length === 0) return;
    if (part.kind === 'column') filters.push({ column: part.column, values, exclude });
    else classes.push({ column: route.role, runs: chosenDays(model, part.attribute, values, exclude) });
  });
  return { filters, classes, days: days && keptDays(days, exclude) };
}

/** The rows of a dataset that an item sees under all that is wired to it. */
export function seenBy(
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  item: Visual | Control,
  use: DatasetUse,
): Seen {
  const windows = new Map<string, DayRuns>();
  const filters: ValueFilter[] = [];
  const classes: DayFilter[] = [];
  const conditions: AnyCondition[] = [];
  const acting: Acting[] = [];
  let pending = false;
  const own = 'ownPeriod' in item ? item.ownPeriod : null;
  const ownSetting = own ? settings.get(item.id) : undefined;
  if (ownSetting?.kind === 'pending') pending = true;
  if (ownSetting?.kind === 'window') windows.set(use.role, ownSetting.runs);
  for (const control of actorsOf(document)) {
    const wire = wireOf(document, control.id, item.id);
    const setting = settings.get(settingKey(control));
    if (!wire?.on || !setting || control.id === item.id || isPaling(wire, item)) continue;
    const route = routeTo(model, control, use, wire);
    if (route.kind === 'none') continue;
    if (route.kind === 'role' && own?.mode === 'replace') continue;
    acting.push({ control: control.id, route });
    if (setting.kind === 'pending') pending = true;
    if (route.kind === 'pick' && setting.kind === 'pick') {
      const picked = pickedRows(model, route, setting);
      filters.push(...picked.filters);
      classes.push(...picked.classes);
      if (picked.days)
        windows.set(route.role, intersectRuns(windows.get(route.role) ?? ALL_DAYS, picked.days));
    }
    if (route.kind === 'role' && setting.kind === 'window') {
      windows.set(route.role, intersectRuns(windows.get(route.role) ?? ALL_DAYS, setting.runs));
    }
    if (route.kind === 'condition' && setting.kind === 'condition' && setting.sql !== null)
      conditions.push({ sql: setting.sql });
    if (setting.kind !== 'choice' || !isEffective(setting)) continue;
    // Nothing chosen where a choice is required keeps no row, whether values are kept or left out.
    const exclude = setting.exclude && setting.values.length > 0;
    if (route.kind === 'column') filters.push({ column: route.column, values: setting.values, exclude });
    if (route.kind === 'attribute')
      classes.push({ column: route.role, runs: chosenDays(model, route.attribute, setting.values, exclude) });
    if (route.kind === 'columns')
      conditions.push({ sql: treeCondition(route.columns, setting.values, exclude) });
  }
  const drilled = settings.get(drillKey(item.id));
  if (drilled?.kind === 'drill')
    windows.set(use.role, intersectRuns(windows.get(use.role) ?? ALL_DAYS, drillRuns(drilled.drill)));
  const otherDays: DayFilter[] = [...windows]
    .filter(([role, runs]) => role !== use.role && !isEveryDay(runs))
    .map(([column, runs]) => ({ column, runs }));
  return {
    selection: {
      dataset: use.dataset,
      day: use.role,
      filters,
      otherDays: [...otherDays, ...classes],
      conditions,
    },
    window: windows.get(use.role) ?? ALL_DAYS,
    acting,
    pending,
  };
}
