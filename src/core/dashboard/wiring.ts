/** Wires and routes: which control reaches which visual (or other control), and through what. */
import {
  isControl,
  isTimeControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
  type Wire,
} from './document';
import { columnOf, datasetOf, roleName, type Model } from './model';
import { titleOf } from './title';

/** A dataset that an item shows, and the date role by which it counts days. */
export interface DatasetUse {
  readonly dataset: string;
  readonly role: string;
}

/** How a wire reaches one dataset. `own` is false where another date role than the item's was chosen. */
export type Route =
  | { readonly kind: 'role'; readonly dataset: string; readonly role: string; readonly own: boolean }
  | { readonly kind: 'column'; readonly dataset: string; readonly column: string }
  | { readonly kind: 'none'; readonly dataset: string; readonly reason: string };

export type CrosspointState = 'wired' | 'unwired' | 'half' | 'no route';

export interface Crosspoint {
  readonly control: string;
  readonly target: string;
  readonly state: CrosspointState;
  readonly routes: readonly Route[];
  /** One sentence: the route, or why there is none. */
  readonly words: string;
}

/** The datasets an item shows, each with its date role. A time control shows those of the visuals it is wired to. */
export function datasetUses(document: DashboardDocument, model: Model, item: Visual | Control): DatasetUse[] {
  switch (item.kind) {
    case 'line':
    case 'bar': {
      const dataset = datasetOf(model, item.measure.dataset);
      const measure = dataset?.measures.find((entry) => entry.key === item.measure.measure);
      return dataset && measure ? [{ dataset: dataset.key, role: measure.role }] : [];
    }
    case 'table':
      return datasetOf(model, item.dataset) ? [{ dataset: item.dataset, role: item.role }] : [];
    case 'slicer': {
      const dataset = datasetOf(model, item.dataset);
      const role = dataset?.roles[0];
      return dataset && role ? [{ dataset: dataset.key, role: role.key }] : [];
    }
    case 'asof':
      return [];
    default:
      return timeControlUses(document, model, item);
  }
}

function timeControlUses(document: DashboardDocument, model: Model, control: Control): DatasetUse[] {
  const uses = new Map<string, DatasetUse>();
  for (const wire of document.wires) {
    if (wire.control !== control.id || !wire.on) continue;
    const target = itemOf(document, wire.target);
    if (!target || isControl(target)) continue;
    for (const use of datasetUses(document, model, target)) {
      const role = wire.roles[use.dataset] ?? use.role;
      uses.set(`${use.dataset}|${role}`, { dataset: use.dataset, role });
    }
  }
  if (uses.size > 0) return [...uses.values()];
  return model.datasets.flatMap((dataset) =>
    dataset.roles.slice(0, 1).map((role) => ({ dataset: dataset.key, role: role.key })),
  );
}

/** The route by which a control reaches a dataset, given the wire (for its chosen roles) if there is one. */
export function routeTo(model: Model, control: Control, use: DatasetUse, wire?: Wire): Route {
  const dataset = datasetOf(model, use.dataset);
  if (control.kind === 'asof') {
    return {
      kind: 'none',
      dataset: use.dataset,
      reason: 'The as-of day acts on the whole dashboard; it needs no wires.',
    };
  }
  if (control.kind !== 'slicer') {
    const role = wire?.roles[use.dataset] ?? use.role;
    if (dataset?.roles.some((entry) => entry.key === role)) {
      return { kind: 'role', dataset: use.dataset, role, own: role === use.role };
    }
    return {
      kind: 'none',
      dataset: use.dataset,
      reason: `${dataset?.name ?? use.dataset} has no date role to be reached by. Mark one of its date columns as a date role.`,
    };
  }
  if (control.dataset === use.dataset)
    return { kind: 'column', dataset: use.dataset, column: control.column };
  const column = columnOf(model, control.dataset, control.column)?.name ?? control.column;
  const from = datasetOf(model, control.dataset)?.name ?? control.dataset;
  return {
    kind: 'none',
    dataset: use.dataset,
    reason: `${column} belongs to ${from}; ${dataset?.name ?? use.dataset} does not share it. A slicer on a column of ${dataset?.name ?? use.dataset} would have a route.`,
  };
}

export function wireOf(document: DashboardDocument, control: string, target: string): Wire | undefined {
  return document.wires.find((wire) => wire.control === control && wire.target === target);
}

/** The crosspoint of a control and a target: whether it is wired, and by which routes. */
export function crosspoint(
  document: DashboardDocument,
  model: Model,
  control: Control,
  target: Visual | Control,
): Crosspoint {
  const wire = wireOf(document, control.id, target.id);
  const common = { control: control.id, target: target.id };
  if (control.id === target.id) {
    return { ...common, state: 'no route', routes: [], words: 'A control does not narrow its own offer.' };
  }
  const routes = datasetUses(document, model, target).map((use) => routeTo(model, control, use, wire));
  const open = routes.filter((route) => route.kind !== 'none');
  if (open.length === 0) {
    const [first] = routes;
    const reason = first?.kind === 'none' ? first.reason : `${titleOf(target, model)} shows no dataset yet.`;
    return { ...common, state: 'no route', routes, words: reason };
  }
  const words = routes.map((route) => routeWords(model, route)).join(' ');
  if (!wire?.on) return { ...common, state: 'unwired', routes, words };
  return { ...common, state: open.length < routes.length ? 'half' : 'wired', routes, words };
}

/** A route in words: "Route: Sailings by day sailed." */
export function routeWords(model: Model, route: Route): string {
  if (route.kind === 'none') return route.reason;
  const dataset = datasetOf(model, route.dataset)?.name ?? route.dataset;
  if (route.kind === 'column') {
    return `Route: ${dataset} by ${columnOf(model, route.dataset, route.column)?.name ?? route.column}.`;
  }
  return `Route: ${dataset} by the date role “${roleName(model, route.dataset, route.role)}”${route.own ? '' : ', chosen on this wire'}.`;
}

/** Whether a wire between the two is laid by itself: wherever there is a route, but not between time controls. */
function laidByItself(
  document: DashboardDocument,
  model: Model,
  control: Control,
  target: Visual | Control,
): boolean {
  if (isControl(target) && isTimeControl(control) && isTimeControl(target)) return false;
  return crosspoint(document, model, control, target).state !== 'no route';
}

/** The wires of a document after a new item was added to it: to and from all that it has a route with. */
export function wiresForNewItem(document: DashboardDocument, model: Model, item: Visual | Control): Wire[] {
  const pairs: [Control, Visual | Control][] = document.controls
    .filter((control) => control.id !== item.id)
    .map((control) => [control, item]);
  if (isControl(item)) {
    for (const target of [...document.visuals, ...document.controls])
      if (target.id !== item.id) pairs.push([item, target]);
  }
  const laid = pairs.filter(([control, target]) => laidByItself(document, model, control, target));
  return [
    ...document.wires,
    ...laid.map(([control, target]) => ({ control: control.id, target: target.id, on: true, roles: {} })),
  ];
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
    const control = document.controls.find((entry) => entry.id === pair.control);
    const target = itemOf(document, pair.target);
    if (!control || !target || crosspoint(document, model, control, target).state === 'no route') continue;
    const at = wires.findIndex((wire) => wire.control === pair.control && wire.target === pair.target);
    if (at >= 0) wires[at] = { ...wires[at]!, on };
    else wires.push({ ...pair, on, roles: {} });
  }
  return wires;
}
