/** Wires and crosspoints: which control reaches which visual (or other control), and what a switch changes. */
import { dimensionName, dimensionsInWords, reaches } from '../../model/dimension';
import {
  isControl,
  isTimeControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
  type Wire,
} from '../document/document';
import { datasetOf, measureOf, type Model } from '../../model/model';
import { isPickSource, pickDimensions } from '../reader/pick';
import { actorOf, actorsOf, routeTo, routeWords, type Actor, type Route } from './routes';
import { titleOf } from '../document/title';
import { datasetUses, partsOf, slicerLevels } from './uses';
import { dimensionsOf, measuresOf } from '../document/visuals';
import { isWithinReach } from '../document/zones';

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
