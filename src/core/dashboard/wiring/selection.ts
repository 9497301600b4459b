/**
 * Which rows an item sees: a list of steps, each with its effect, folded into a selection. Answers take the whole list,
 * the trace the same list step by step.
 */
import type { Day } from '../../calendar/day';
import { ALL_DAYS, intersectRuns, isEveryDay, type DayRuns } from '../../calendar/runs';
import type { DayFilter, PathFilter, PathPart, Selection, ValueFilter } from '../../cube/query';
import type { AnyCondition } from '../../cube/rowCondition';
import { chosenDays, dayClasses } from '../../model/dimension';
import type { Model } from '../../model/model';
import { isControl, type Control, type Visual } from '../document/document';
import { groupsCondition } from '../reader/conditions';
import { drillKey, drillRuns, type Drill } from '../reader/drill';
import { keptDays, pickKey } from '../reader/pick';
import { AS_OF_KEY, isEffective, type Setting, type Settings } from '../reader/setting';
import { pathOf } from '../reader/treePath';
import type { Design } from './design';
import { isPaling, type Actor, type PickRoute, type Route } from './routes';
import type { DatasetUse } from './uses';

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
interface Effect {
  readonly filters: readonly ValueFilter[];
  /** Days of attributes of the almanac. */
  readonly classes: readonly DayFilter[];
  readonly conditions: readonly AnyCondition[];
  readonly paths: readonly PathFilter[];
  /** A window, which meets the others of its date role. */
  readonly days: { readonly role: string; readonly runs: DayRuns } | null;
}

const NO_EFFECT: Effect = { filters: [], classes: [], conditions: [], paths: [], days: null };
const onlyDays = (role: string, runs: DayRuns): Effect => ({ ...NO_EFFECT, days: { role, runs } });

/** Whether chosen values are left out: nothing chosen where a choice is required keeps no row either way. */
export const leavesOut = ({ exclude, values }: Extract<Setting, { kind: 'choice' }>) =>
  exclude && values.length > 0;

/** What a setting keeps of the rows that its route leads to. */
function effectOf(model: Model, route: Route, setting: Setting): Effect {
  if (route.kind === 'pick' && setting.kind === 'pick') return pickedRows(model, route, setting);
  if (route.kind === 'role' && setting.kind === 'window') return onlyDays(route.role, setting.runs);
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
  const kept = days && { role: route.role, runs: keptDays(days, exclude) };
  const effect = { ...NO_EFFECT, days: kept };
  const [first, ...deeper] = route.parts;
  if (!first || keys.length === 0) return effect;
  if (deeper.length > 0) {
    const parts = route.parts.map((part): PathPart =>
      part.kind === 'column'
        ? part
        : { kind: 'days', column: route.role, classes: dayClasses(model, part.attribute) },
    );
    return { ...effect, paths: [{ parts, paths: keys, exclude }] };
  }
  const values = keys.map(([value]) => value!);
  if (first.kind === 'column') return { ...effect, filters: [{ column: first.column, values, exclude }] };
  const runs = chosenDays(model, first.attribute, values, exclude);
  return { ...effect, classes: [{ column: route.role, runs }] };
}

/** Why a wire that is on, of a control that says something, takes no rows away. */
export type Idle = 'pales' | 'replaced' | 'no route';

/** A step of the evaluation, in the order in which they are taken. */
export type SeenStep =
  | { readonly kind: 'as of'; readonly day: Day; readonly roles: readonly string[]; readonly effect: Effect }
  | { readonly kind: 'own period'; readonly setting: Setting; readonly effect: Effect }
  | {
      readonly kind: 'wire';
      readonly actor: Actor;
      readonly route: Route;
      readonly setting: Setting;
      readonly effect: Effect;
    }
  | { readonly kind: 'drill'; readonly drill: Drill; readonly effect: Effect }
  | { readonly kind: 'idle'; readonly actor: Actor; readonly why: Idle };

/** Everything that acts on an item's rows of a dataset, and what is wired to it without acting. */
export function stepsOn(
  design: Design,
  settings: Settings,
  item: Visual | Control,
  use: DatasetUse,
): SeenStep[] {
  const { model } = design;
  const steps: SeenStep[] = asOfSteps(settings, use);
  const idle: SeenStep[] = [];
  const own = 'ownPeriod' in item ? item.ownPeriod : null;
  const ownSetting = own ? settings.get(item.id) : undefined;
  if (ownSetting) {
    const effect = ownSetting.kind === 'window' ? onlyDays(use.role, ownSetting.runs) : NO_EFFECT;
    steps.push({ kind: 'own period', setting: ownSetting, effect });
  }
  for (const { actor, wire, route } of design.wired(item, use)) {
    const setting = settings.get(settingKey(actor));
    if (!setting) continue;
    const why = isPaling(wire, item)
      ? 'pales'
      : route.kind === 'none'
        ? 'no route'
        : route.kind === 'role' && own?.mode === 'replace'
          ? 'replaced'
          : undefined;
    if (why) idle.push({ kind: 'idle', actor, why });
    else steps.push({ kind: 'wire', actor, route, setting, effect: effectOf(model, route, setting) });
  }
  const drilled = settings.get(drillKey(item.id));
  if (drilled?.kind === 'drill')
    steps.push({ kind: 'drill', drill: drilled.drill, effect: onlyDays(use.role, drillRuns(drilled.drill)) });
  return [...steps, ...idle];
}

/** Rows that were not there yet on the as-of day; rows without a day in such a role stay. */
function asOfSteps(settings: Settings, use: DatasetUse): SeenStep[] {
  const setting = settings.get(AS_OF_KEY);
  if (setting?.kind !== 'as of') return [];
  const roles = setting.later.filter((entry) => entry.dataset === use.dataset).map((entry) => entry.role);
  if (roles.length === 0) return [];
  const runs = [{ start: -Infinity, end: setting.day }];
  const classes = roles.map((column) => ({ column, runs, blanks: true }));
  return [{ kind: 'as of', day: setting.day, roles, effect: { ...NO_EFFECT, classes } }];
}

/** What steps leave of a dataset: their effects put together. `moved` gives windows of other date roles in their stead. */
export function folded(
  use: DatasetUse,
  steps: readonly SeenStep[],
  moved: (runs: DayRuns) => DayRuns = (runs) => runs,
): Seen {
  const windows = new Map<string, DayRuns>();
  const filters: ValueFilter[] = [];
  const classes: DayFilter[] = [];
  const conditions: AnyCondition[] = [];
  const paths: PathFilter[] = [];
  const acting: Acting[] = [];
  let pending = false;
  for (const step of steps) {
    if (step.kind === 'idle') continue;
    if (step.kind === 'wire') acting.push({ control: step.actor.id, route: step.route });
    if ('setting' in step && step.setting.kind === 'pending') pending = true;
    const { effect } = step;
    filters.push(...effect.filters);
    classes.push(...effect.classes);
    conditions.push(...effect.conditions);
    paths.push(...effect.paths);
    if (!effect.days) continue;
    const { role, runs } = effect.days;
    const known = windows.get(role);
    windows.set(role, known ? intersectRuns(known, runs) : runs);
  }
  const otherDays: DayFilter[] = [...windows]
    .filter(([role, runs]) => role !== use.role && !isEveryDay(runs))
    .map(([column, runs]) => ({ column, runs: moved(runs) }));
  return {
    selection: {
      dataset: use.dataset,
      day: use.role,
      filters,
      otherDays: [...otherDays, ...classes],
      conditions,
      ...(paths.length > 0 ? { paths } : {}),
    },
    window: windows.get(use.role) ?? ALL_DAYS,
    acting,
    pending,
  };
}

/** The rows of a dataset that an item sees under all that is wired to it. */
export const seenBy = (design: Design, settings: Settings, item: Visual | Control, use: DatasetUse): Seen =>
  folded(use, stepsOn(design, settings, item, use));
