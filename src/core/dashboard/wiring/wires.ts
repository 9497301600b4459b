/** The wires of a document after something changed: an item was added, or crosspoints were switched. */
import type { Model } from '../../model/model';
import {
  isControl,
  itemOf,
  isTimeControl,
  type Control,
  type DashboardDocument,
  type Visual,
  type Wire,
} from '../document/document';
import type { MeasureChooser } from '../document/controls';
import { measuresOf } from '../document/visuals';
import { freePlace } from '../document/freePlace';
import { withItem } from '../document/edit';
import { withZone, zoneOf, isWithinReach } from '../document/zones';
import { isPickSource } from '../reader/pick';
import { crosspoint } from './crosspoint';
import { designOf, type Design } from './design';
import type { Actor } from './routes';

/** Whether a measure chooser offers what a visual shows first: only then it takes its place unasked. */
function offersFirstOf({ offer }: MeasureChooser, target: Visual | Control): boolean {
  const [first] = isControl(target) ? [] : measuresOf(target);
  return offer.some((ref) => ref.dataset === first?.dataset && ref.measure === first.measure);
}

/** Whether a wire between the two is laid by itself: wherever there is a route, but not between time controls. */
function laidByItself(design: Design, control: Actor, target: Visual | Control): boolean {
  if (!isWithinReach(design.document, control.id, target.id)) return false;
  // Chosen marks act on other visuals; what controls offer stays as it is.
  if (isControl(target) && !isControl(control)) return false;
  if (isControl(target) && isControl(control) && isTimeControl(control) && isTimeControl(target))
    return false;
  if (isControl(control) && control.kind === 'measures' && !offersFirstOf(control, target)) return false;
  return crosspoint(design, control, target).state !== 'no route';
}

/** The wires of a document after a new item was added to it: to and from all that it has a route with. */
export function wiresForNewItem(document: DashboardDocument, model: Model, item: Visual | Control): Wire[] {
  const design = designOf(document, model);
  const pairs: [Actor, Visual | Control][] = design.actors
    .filter((control) => control.id !== item.id)
    .map((control) => [control, item]);
  if (isControl(item) || isPickSource(item)) {
    for (const target of [...document.visuals, ...document.controls])
      if (target.id !== item.id) pairs.push([item, target]);
  }
  const laid = pairs.filter(([control, target]) => laidByItself(design, control, target));
  return [
    ...document.wires,
    ...laid.map(([control, target]) => ({ control: control.id, target: target.id, on: true, roles: {} })),
  ];
}

/**
 * The wires of a document after an item came to show other datasets: those that lead nowhere now go, and new ones are
 * laid for controls that had none with it. `document` holds the item as it is now.
 */
function wiresForChangedItem(
  document: DashboardDocument,
  model: Model,
  before: Visual | Control,
  item: Visual | Control,
): Wire[] {
  const unwired = designOf({ ...document, wires: [] }, model);
  const datasets = (entry: Visual | Control) => new Set(unwired.uses(entry).map((use) => use.dataset));
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
  const design = designOf(document, model);
  const wires = [...document.wires];
  for (const pair of pairs) {
    const control = design.actor(pair.control);
    const target = itemOf(document, pair.target);
    if (!control || !target || crosspoint(design, control, target).state === 'no route') continue;
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
  const design = designOf(document, model);
  const pairOf = (item: string, other: string) =>
    isRow ? { control: item, target: other } : { control: other, target: item };
  const others = isRow ? [...document.visuals, ...document.controls] : design.actors;
  const states = others
    .filter((other) => other.id !== id && other.id !== like)
    .map((other) => ({
      ...pairOf(id, other.id),
      on: design.wire(pairOf(like, other.id).control, pairOf(like, other.id).target)?.on === true,
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

/**
 * The document with a new item in the free place nearest to another one, or on a page (null: on every page), wired to
 * all within reach that it has a route with. It joins the zone of the item that it is added beside.
 */
export function withNewItem(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
  beside: string | null = null,
  page?: string | null,
): DashboardDocument {
  const zone = beside === null ? undefined : zoneOf(document, beside);
  const added: DashboardDocument = {
    ...document,
    visuals: isControl(item) ? document.visuals : [...document.visuals, item],
    controls: isControl(item) ? [...document.controls, item] : document.controls,
    layout: [...document.layout, freePlace(document, item, { beside, page })],
  };
  const placed = zone ? withZone(added, [item.id], zone.name) : added;
  return { ...placed, wires: wiresForNewItem(placed, model, item) };
}

/** Wires of a visual on which readers can, or no longer can, choose marks: laid as those of a new control, or gone. */
function withPickWires(
  before: DashboardDocument,
  after: DashboardDocument,
  model: Model,
  item: Visual | Control,
): DashboardDocument {
  const old = itemOf(before, item.id);
  if (!old || isPickSource(old) === isPickSource(item)) return after;
  const others = after.wires.filter((wire) => wire.control !== item.id);
  if (!isPickSource(item)) return { ...after, wires: others };
  const laid = wiresForNewItem({ ...after, wires: [] }, model, item).filter(
    (wire) => wire.control === item.id,
  );
  return { ...after, wires: [...others, ...laid] };
}

/** The document with an item's settings changed, and the wires that follow from that. */
export function withChangedItem(
  document: DashboardDocument,
  model: Model,
  before: Visual | Control,
  item: Visual | Control,
): DashboardDocument {
  const changed = withPickWires(document, withItem(document, item), model, item);
  const unwired = designOf({ ...changed, wires: [] }, model);
  const datasetsOf = (entry: Visual | Control) =>
    unwired
      .uses(entry)
      .map((use) => use.dataset)
      .join();
  if (datasetsOf(before) === datasetsOf(item)) return changed;
  return { ...changed, wires: wiresForChangedItem(changed, model, before, item) };
}

/** The document with a wire changed; the wire is made (switched on) where there is none. */
export function withWire(
  document: DashboardDocument,
  control: string,
  target: string,
  change: (wire: Wire) => Partial<Wire>,
): DashboardDocument {
  const isIt = (entry: Wire) => entry.control === control && entry.target === target;
  const wire = document.wires.find(isIt) ?? { control, target, on: true, roles: {} };
  const others = document.wires.filter((entry) => !isIt(entry));
  return { ...document, wires: [...others, { ...wire, ...change(wire) }] };
}
