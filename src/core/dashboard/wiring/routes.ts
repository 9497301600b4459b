/** Routes: what acts on others, and through which date role, column or condition it reaches a dataset. */
import type { Attribute } from '../../calendar/attributes';
import { columnIn, dimensionName, dimensionsInWords, isAttribute, reaches } from '../../model/dimension';
import {
  isControl,
  type Control,
  type DashboardDocument,
  type Slicer,
  type Visual,
  type Wire,
} from '../document/document';
import { columnOf, datasetOf, isCategory, roleName, type Model } from '../../model/model';
import { isPickSource, pickDimensions, picksDays, type PickSource } from '../reader/pick';
import { slicerLevels, type DatasetUse } from './uses';

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
