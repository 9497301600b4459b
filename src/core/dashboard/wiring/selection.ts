/** Which rows an item sees: the controls wired to it, each through its route. */
import { ALL_DAYS, intersectRuns, isEveryDay, type DayRuns } from '../../calendar/runs';
import type { DayFilter, Selection, ValueFilter } from '../../cube/query';
import type { AnyCondition } from '../../cube/rowCondition';
import { groupsCondition, pathOf } from '../reader/conditions';
import { isControl, type Control, type DashboardDocument, type Visual } from '../document/document';
import { chosenDays } from '../../model/dimension';
import { drillKey, drillRuns } from '../reader/drill';
import type { Model } from '../../model/model';
import { keptDays, pickedValues, pickKey } from '../reader/pick';
import { isEffective, type Setting, type Settings } from '../reader/setting';
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
function treeCondition(
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

/** What one setting keeps of a dataset through its route. */
export interface Effect {
  readonly filters: readonly ValueFilter[];
  /** Days of attributes of the almanac. */
  readonly classes: readonly DayFilter[];
  readonly conditions: readonly AnyCondition[];
  /** A window, which meets the others of its date role. */
  readonly days: { readonly role: string; readonly runs: DayRuns } | null;
}

const NO_EFFECT: Effect = { filters: [], classes: [], conditions: [], days: null };

/** Whether chosen values are left out: nothing chosen where a choice is required keeps no row either way. */
export const leavesOut = ({ exclude, values }: Extract<Setting, { kind: 'choice' }>) =>
  exclude && values.length > 0;

/** What a setting keeps of the rows that its route leads to: one rule for answers and for traces. */
export function effectOf(model: Model, route: Route, setting: Setting): Effect {
  if (route.kind === 'pick' && setting.kind === 'pick') return pickedRows(model, route, setting);
  if (route.kind === 'role' && setting.kind === 'window')
    return { ...NO_EFFECT, days: { role: route.role, runs: setting.runs } };
  if (route.kind === 'condition' && setting.kind === 'condition' && setting.sql !== null)
    return { ...NO_EFFECT, conditions: [{ sql: setting.sql }] };
  if (setting.kind !== 'choice' || !isEffective(setting)) return NO_EFFECT;
  const exclude = leavesOut(setting);
  const { values } = setting;
  switch (route.kind) {
    case 'column':
      return { ...NO_EFFECT, filters: [{ column: route.column, values, exclude }] };
    case 'attribute': {
      const runs = chosenDays(model, route.attribute, values, exclude);
      return { ...NO_EFFECT, classes: [{ column: route.role, runs }] };
    }
    case 'columns':
      return { ...NO_EFFECT, conditions: [{ sql: treeCondition(route.columns, values, exclude) }] };
    default:
      return NO_EFFECT;
  }
}

/** What the chosen marks of a visual keep of a dataset. */
function pickedRows(
  model: Model,
  route: PickRoute,
  { days, keys, exclude }: Extract<Setting, { kind: 'pick' }>,
): Effect {
  const filters: ValueFilter[] = [];
  const classes: DayFilter[] = [];
  route.parts.forEach((part, depth) => {
    const values = pickedValues(keys, depth);
    if (values.length === 0) return;
    if (part.kind === 'column') filters.push({ column: part.column, values, exclude });
    else classes.push({ column: route.role, runs: chosenDays(model, part.attribute, values, exclude) });
  });
  const kept = days && { role: route.role, runs: keptDays(days, exclude) };
  return { ...NO_EFFECT, filters, classes, days: kept };
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
    const effect = effectOf(model, route, setting);
    filters.push(...effect.filters);
    classes.push(...effect.classes);
    conditions.push(...effect.conditions);
    if (effect.days) {
      const { role, runs } = effect.days;
      windows.set(role, intersectRuns(windows.get(role) ?? ALL_DAYS, runs));
    }
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
