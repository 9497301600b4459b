/** Wires and routes: which control reaches which visual (or other control), and through what. */
import {
  isControl,
  isTimeControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Slicer,
  type Visual,
  type Wire,
} from './document';
import type { Attribute } from '../calendar/attributes';
import { columnIn, dimensionName, dimensionsInWords, isAttribute, reaches } from './dimension';
import { columnOf, datasetOf, isCategory, measureOf, roleName, type Model } from './model';
import { isPickSource, pickDimensions, picksDays, type PickSource } from './pick';
import { titleOf } from './title';
import { datasetUses, partsOf, slicerLevels, type DatasetUse } from './uses';
import { dimensionsOf, measuresOf } from './visuals';
import { isWithinReach } from './zones';

/** How a wire reaches one dataset. `own` is false where another date role than the item's was chosen. */
export type Route =
  | { readonly kind: 'role'; readonly dataset: string; readonly role: string; readonly own: boolean }
  | {
      readonly kind: 'column';
      readonly dataset: string;
      readonly column: string;
      /** False where another column than the dimension's was chosen on the wire. */
      readonly own: boolean;
    }
  /** An attribute of the almanac, on the days of a date role. */
  | {
      readonly kind: 'attribute';
      readonly dataset: string;
      readonly role: string;
      readonly attribute: Attribute;
      readonly own: boolean;
    }
  | PickRoute
  /** Several columns: the levels of a tree. */
  | { readonly kind: 'columns'; readonly dataset: string; readonly columns: readonly string[] }
  /** A condition on the dataset's own columns. */
  | { readonly kind: 'condition'; readonly dataset: string }
  /** A condition on totals, once the rows are put together. */
  | { readonly kind: 'totals'; readonly dataset: string }
  | { readonly kind: 'none'; readonly dataset: string; readonly reason: string };

/** What the chosen marks of a visual act through: a date role for days, a column or attribute for each dimension. */
export interface PickRoute {
  readonly kind: 'pick';
  readonly dataset: string;
  readonly role: string;
  readonly own: boolean;
  /** Whether days can be chosen. */
  readonly days: boolean;
  readonly parts: readonly (
    | { readonly kind: 'column'; readonly column: string }
    | { readonly kind: 'attribute'; readonly attribute: Attribute }
  )[];
}

/** What acts on others: a control, or a visual whose marks can be chosen. */
export type Actor = Control | PickSource;

/** Everything that has a row on the board: all controls but as-of days, then visuals whose marks can be chosen. */
export function actorsOf(document: DashboardDocument): readonly Actor[] {
  const known = actorsKept.get(document);
  if (known) return known;
  const actors = [
    ...document.controls.filter((control) => control.kind !== 'asof'),
    ...document.visuals.filter(isPickSource),
  ];
  actorsKept.set(document, actors);
  return actors;
}

/** Asked for every item of every turn, and for every crosspoint of a board: worked out once a document. */
const actorsKept = new WeakMap<DashboardDocument, readonly Actor[]>();

/** What acts, by its id. */
export function actorOf(document: DashboardDocument, id: string): Actor | undefined {
  return (
    document.controls.find((control) => control.id === id) ??
    document.visuals.filter(isPickSource).find((visual) => visual.id === id)
  );
}

/** Whether a wire only makes marks pale: rows stay as they are. Figures and tables of rows have no marks to pale. */
export function isPaling(wire: Wire, target: Visual | Control): boolean {
  return wire.effect === 'pale' && canPale(target);
}

export function canPale(target: Visual | Control): boolean {
  return !isControl(target) && target.kind !== 'table' && target.kind !== 'figure';
}

export type CrosspointState = 'wired' | 'unwired' | 'half' | 'no route';

export interface Crosspoint {
  readonly control: string;
  readonly target: string;
  readonly state: CrosspointState;
  readonly routes: readonly Route[];
  /** One sentence: the route, or why there is none. */
  readonly words: string;
  /** Names of the measures that do not respond, where others do. */
  readonly deaf: readonly string[];
}

/** The route by which a control reaches a dataset, given the wire (for its chosen roles) if there is one. */
export function routeTo(model: Model, control: Actor, use: DatasetUse, wire?: Wire): Route {
  const dataset = datasetOf(model, use.dataset);
  if (!isControl(control)) return routeOfPick(model, control, use, wire);
  if (control.kind === 'asof') {
    return {
      kind: 'none',
      dataset: use.dataset,
      reason: 'The as-of day acts on the whole dashboard; it needs no wires.',
    };
  }
  const role = wire?.roles[use.dataset] ?? use.role;
  const own = role === use.role;
  const hasRole = dataset?.roles.some((entry) => entry.key === role) === true;
  if (control.kind === 'condition' || control.kind === 'numbers')
    return routeOfCondition(model, control, use);
  if (control.kind !== 'slicer') {
    if (hasRole) return { kind: 'role', dataset: use.dataset, role, own };
    return {
      kind: 'none',
      dataset: use.dataset,
      reason: `${dataset?.name ?? use.dataset} has no date role to be reached by. Mark one of its date columns as a date role.`,
    };
  }
  const { dimension } = control;
  if (control.face === 'tree' && control.below.length > 0) return routeOfTree(model, control, use.dataset);
  if (isAttribute(dimension)) {
    return { kind: 'attribute', dataset: use.dataset, role, attribute: dimension.attribute, own };
  }
  const chosen = wire?.columns?.[use.dataset];
  if (chosen !== undefined && isCategory(model, use.dataset, chosen))
    return { kind: 'column', dataset: use.dataset, column: chosen, own: false };
  const reached = columnIn(model, dimension, use.dataset);
  if (reached !== undefined && (use.dataset === dimension.dataset || reaches(model, dimension, use.dataset)))
    return { kind: 'column', dataset: use.dataset, column: reached, own: true };
  return notShared(model, dimension, use.dataset);
}

/** No route, since the datasets share no dimension. */
function notShared(
  model: Model,
  dimension: { dataset: string; column: string },
  dataset: string,
): Extract<Route, { kind: 'none' }> {
  const column = columnOf(model, dimension.dataset, dimension.column)?.name ?? dimension.column;
  const from = datasetOf(model, dimension.dataset)?.name ?? dimension.dataset;
  const to = datasetOf(model, dataset)?.name ?? dataset;
  return {
    kind: 'none',
    dataset,
    reason: `${column} belongs to ${from}; ${to} does not share it. Put a column of ${to} into a shared dimension with it (on the Model page), or use a slicer on a column of ${to}.`,
  };
}

/** The route of a tree: every level of it has to reach the dataset by a column. */
function routeOfTree(model: Model, slicer: Slicer, dataset: string): Route {
  const columns: string[] = [];
  for (const dimension of slicerLevels(slicer)) {
    const column = columnIn(model, dimension, dataset);
    if (isAttribute(dimension))
      return {
        kind: 'none',
        dataset,
        reason: 'Levels of a tree are columns; for days there is the date tree.',
      };
    if (column === undefined || !reaches(model, dimension, dataset))
      return notShared(model, dimension, dataset);
    columns.push(column);
  }
  return { kind: 'columns', dataset, columns };
}

/** The route of a condition: its own dataset, or, for totals, every one whose measures a visual groups. */
function routeOfCondition(
  model: Model,
  control: Extract<Control, { kind: 'condition' | 'numbers' }>,
  use: DatasetUse,
): Route {
  const { dataset } = use;
  if (control.kind === 'numbers' && 'measure' in control.of) return { kind: 'totals', dataset };
  const own = control.kind === 'condition' ? control.dataset : control.of.dataset;
  if (own === dataset) return { kind: 'condition', dataset };
  const nameOf = (key: string) => datasetOf(model, key)?.name ?? key;
  return {
    kind: 'none',
    dataset,
    reason: `It is about columns of ${nameOf(own)}; ${nameOf(dataset)} has columns of its own. Add another condition for them.`,
  };
}

/** Why totals of a target cannot be compared; undefined where they can. */
function noTotals(model: Model, control: Actor, target: Visual | Control): string | undefined {
  if (isControl(target) || target.kind === 'table') return 'It compares totals, and there are none here.';
  const dimensions = dimensionsOf(target);
  if (dimensions.length === 0)
    return 'It compares totals of categories, and this visual has none: let it go along a dimension, or be split by one.';
  const parts =
    control.kind === 'numbers' && 'measure' in control.of ? (partsOf(model, control.of) ?? []) : [];
  const missing = dimensions.find(
    (dimension) => !parts.every((part) => reaches(model, dimension, part.dataset)),
  );
  return (
    missing && `${titleOf(control, model)} is not known by ${dimensionName(model, missing).toLowerCase()}.`
  );
}

/** The route of chosen marks: every dimension of theirs has to reach the dataset. */
function routeOfPick(model: Model, source: PickSource, use: DatasetUse, wire?: Wire): Route {
  const role = wire?.roles[use.dataset] ?? use.role;
  const parts: PickRoute['parts'][number][] = [];
  for (const dimension of pickDimensions(source)) {
    if (isAttribute(dimension)) {
      parts.push({ kind: 'attribute', attribute: dimension.attribute });
      continue;
    }
    const column = columnIn(model, dimension, use.dataset);
    if (column === undefined || !reaches(model, dimension, use.dataset))
      return notShared(model, dimension, use.dataset);
    parts.push({ kind: 'column', column });
  }
  const days = picksDays(source);
  return { kind: 'pick', dataset: use.dataset, role, own: role === use.role, days, parts };
}

export function wireOf(document: DashboardDocument, control: string, target: string): Wire | undefined {
  let byPair = wiresKept.get(document.wires);
  if (!byPair) {
    byPair = new Map();
    // Of two wires of one pair the first counts.
    for (const wire of document.wires) {
      const pair = `${wire.control} ${wire.target}`;
      if (!byPair.has(pair)) byPair.set(pair, wire);
    }
    wiresKept.set(document.wires, byPair);
  }
  return byPair.get(`${control} ${target}`);
}

/** Wires by control and target; a list of wires is never changed in place. */
const wiresKept = new WeakMap<readonly Wire[], Map<string, Wire>>();

/** The crosspoint of a control and a target: whether it is wired, and by which routes. */
export function crosspoint(
  document: DashboardDocument,
  model: Model,
  control: Actor,
  target: Visual | Control,
): Crosspoint {
  const wire = wireOf(document, control.id, target.id);
  const common = { control: control.id, target: target.id, deaf: [] as readonly string[] };
  if (control.id === target.id) {
    const words = isControl(control)
      ? 'A control does not narrow its own offer.'
      : 'Marks that are not chosen turn pale in the visual itself; its rows stay.';
    return { ...common, state: 'no route', routes: [], words };
  }
  const routes = datasetUses(document, model, target).map((use) => routeTo(model, control, use, wire));
  const totals = routes.some((route) => route.kind === 'totals')
    ? noTotals(model, control, target)
    : undefined;
  if (totals !== undefined) return { ...common, state: 'no route', routes: [], words: totals };
  const open = routes.filter((route) => route.kind !== 'none');
  if (open.length === 0) {
    const [first] = routes;
    const reason = first?.kind === 'none' ? first.reason : `${titleOf(target, model)} shows no dataset yet.`;
    return { ...common, state: 'no route', routes, words: reason };
  }
  const deaf = unreached(model, target, routes);
  const words =
    deaf.length === 0
      ? routes.map((route) => routeWords(model, route)).join(' ')
      : [...open.map((route) => routeWords(model, route)), deafWords(model, control, routes, deaf)].join(' ');
  if (!wire?.on) return { ...common, state: 'unwired', routes, words, deaf };
  return { ...common, state: open.length < routes.length ? 'half' : 'wired', routes, words, deaf };
}

/** Which measures do not respond, and why. */
function deafWords(model: Model, control: Actor, routes: readonly Route[], deaf: readonly string[]): string {
  const closed = routes
    .filter((route) => route.kind === 'none')
    .map((route) => datasetOf(model, route.dataset)?.name ?? route.dataset);
  const lack = lackWords(model, control);
  return `${dimensionsInWords(deaf)} will not respond: ${dimensionsInWords(closed)} ${closed.length === 1 ? 'has' : 'have'} ${lack} that is shared.`;
}

function lackWords(model: Model, control: Actor): string {
  const dimensions = !isControl(control)
    ? pickDimensions(control)
    : control.kind === 'slicer'
      ? slicerLevels(control)
      : [];
  if (isControl(control) && control.kind === 'condition') return 'none of its columns';
  if (dimensions.length === 0) return 'no date role';
  return `no ${dimensionsInWords(dimensions.map((entry) => dimensionName(model, entry).toLowerCase()))}`;
}

/** The measures of a visual that a control with some of the routes does not move. */
function unreached(model: Model, target: Visual | Control, routes: readonly Route[]): string[] {
  if (isControl(target)) return [];
  const closed = new Set(routes.filter((route) => route.kind === 'none').map((route) => route.dataset));
  if (closed.size === 0 || closed.size === routes.length) return [];
  const names = measuresOf(target)
    .filter((shown) => (partsOf(model, shown) ?? []).some((part) => closed.has(part.dataset)))
    .map((shown) => measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure);
  return [...new Set(names)];
}

/** A route in words: "Route: Sailings by day sailed." */
export function routeWords(model: Model, route: Route): string {
  if (route.kind === 'none') return route.reason;
  const dataset = datasetOf(model, route.dataset)?.name ?? route.dataset;
  if (route.kind === 'column') {
    const column = { dataset: route.dataset, column: route.column };
    return `Route: ${dataset} by ${dimensionName(model, column)}${route.own ? '' : ', chosen on this wire'}.`;
  }
  if (route.kind === 'attribute') {
    const attribute = dimensionName(model, { attribute: route.attribute }).toLowerCase();
    return `Route: ${dataset} by ${attribute} of the day “${roleName(model, route.dataset, route.role)}”.`;
  }
  if (route.kind === 'condition') return `Route: a condition on the rows of ${dataset}.`;
  if (route.kind === 'totals') return `Route: a condition on totals of categories, from ${dataset}.`;
  if (route.kind === 'columns') {
    const names = route.columns.map((column) => dimensionName(model, { dataset: route.dataset, column }));
    return `Route: ${dataset} by ${dimensionsInWords(names)}.`;
  }
  if (route.kind === 'pick') {
    const parts = route.parts.map((part) =>
      dimensionName(
        model,
        part.kind === 'column'
          ? { dataset: route.dataset, column: part.column }
          : { attribute: part.attribute },
      ).toLowerCase(),
    );
    const byRole = `the date role “${roleName(model, route.dataset, route.role)}”${route.own ? '' : ', chosen on this wire'}`;
    return `Route: ${dataset} by ${dimensionsInWords([...parts, ...(route.days ? [byRole] : [])])}.`;
  }
  return `Route: ${dataset} by the date role “${roleName(model, route.dataset, route.role)}”${route.own ? '' : ', chosen on this wire'}.`;
}

/** Whether a wire between the two is laid by itself: wherever there is a route, but not between time controls. */
function laidByItself(
  document: DashboardDocument,
  model: Model,
  control: Actor,
  target: Visual | Control,
): boolean {
  if (!isWithinReach(document, control.id, target.id)) return false;
  // Chosen marks act on other visuals; what controls offer stays as it is.
  if (isControl(target) && !isControl(control)) return false;
  if (isControl(target) && isControl(control) && isTimeControl(control) && isTimeControl(target))
    return false;
  return crosspoint(document, model, control, target).state !== 'no route';
}

/** The wires of a document after a new item was added to it: to and from all that it has a route with. */
export function wiresForNewItem(document: DashboardDocument, model: Model, item: Visual | Control): Wire[] {
  const pairs: [Actor, Visual | Control][] = actorsOf(document)
    .filter((control) => control.id !== item.id)
    .map((control) => [control, item]);
  if (isControl(item) || isPickSource(item)) {
    for (const target of [...document.visuals, ...document.controls])
      if (target.id !== item.id) pairs.push([item, target]);
  }
  const laid = pairs.filter(([control, target]) => laidByItself(document, model, control, target));
  return [
    ...document.wires,
    ...laid.map(([control, target]) => ({ control: control.id, target: target.id, on: true, roles: {} })),
  ];
}

/**
 * The wires of a document after an item came to show other datasets: those that lead nowhere now go, and new ones are
 * laid for controls that had none with it. `document` holds the item as it is now.
 */
export function wiresForChangedItem(
  document: DashboardDocument,
  model: Model,
  before: Visual | Control,
  item: Visual | Control,
): Wire[] {
  const datasets = (entry: Visual | Control) =>
    new Set(datasetUses({ ...document, wires: [] }, model, entry).map((use) => use.dataset));
  const kept = [...datasets(before)].some((dataset) => datasets(item).has(dataset));
  const touches = (wire: Wire) => wire.control === item.id || wire.target === item.id;
  const wires = kept ? document.wires : document.wires.filter((wire) => !touches(wire));
  const known = new Set(wires.map((wire) => `${wire.control} ${wire.target}`));
  const laid = wiresForNewItem({ ...document, wires: [] }, model, item);
  return [...wires, ...laid.filter((wire) => !known.has(`${wire.control} ${wire.target}`))];
}

/** The wires with some crosspoints switched on or off; crosspoints without a route stay as they are. */
export function switchWires(
  document: DashboardDocument,
  model: Model,
  pairs: readonly { control: string; target: string }[],
  on: boolean,
): Wire[] {
  const wires = [...document.wires];
  for (const pair of pairs) {
    const control = actorOf(document, pair.control);
    const target = itemOf(document, pair.target);
    if (!control || !target || crosspoint(document, model, control, target).state === 'no route') continue;
    const at = wires.findIndex((wire) => wire.control === pair.control && wire.target === pair.target);
    if (at >= 0) wires[at] = { ...wires[at]!, on };
    else wires.push({ ...pair, on, roles: {} });
  }
  return wires;
}

/** A row or column of the board set equal to another one, where there are routes. */
export function wiredLike(
  document: DashboardDocument,
  model: Model,
  id: string,
  like: string,
  line: 'row' | 'column',
): Wire[] {
  const isRow = line === 'row';
  const pairOf = (item: string, other: string) =>
    isRow ? { control: item, target: other } : { control: other, target: item };
  const others = isRow ? [...document.visuals, ...document.controls] : actorsOf(document);
  const states = others
    .filter((other) => other.id !== id && other.id !== like)
    .map((other) => ({
      ...pairOf(id, other.id),
      on: wireOf(document, pairOf(like, other.id).control, pairOf(like, other.id).target)?.on === true,
    }));
  const on = switchWires(
    document,
    model,
    states.filter((state) => state.on),
    true,
  );
  return switchWires(
    { ...document, wires: on },
    model,
    states.filter((state) => !state.on),
    false,
  );
}
