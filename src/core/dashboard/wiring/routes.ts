/** Routes: what acts on others, and through which date role, column or condition it reaches a dataset. */
import type { Attribute } from '../../calendar/attributes';
import {
  columnIn,
  dimensionName,
  dimensionsInWords,
  isAttribute,
  reaches,
  type Dimension,
} from '../../model/dimension';
import { actsOf } from '../document/controls';
import { isControl, type Control, type Visual, type Wire } from '../document/document';
import type { Chooses } from '../document/kinds/entry';
import { kindOf as kindOfVisual } from '../document/visuals';
import { columnOf, datasetOf, isCategory, roleName, type Model } from '../../model/model';
import { pickDimensions, picksDays, type PickSource } from '../reader/pick';
import type { DatasetUse } from './uses';

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
  /** No rows: what the visual shows is chosen. */
  | {
      readonly kind: 'chooser';
      readonly dataset: string;
      readonly chooses: Chooses;
      readonly slot: number;
    }
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

/** Whether a wire only makes marks pale: rows stay as they are. Figures and tables of rows have no marks to pale. */
export function isPaling(wire: Wire, target: Visual | Control): boolean {
  return wire.effect === 'pale' && canPale(target);
}

export function canPale(target: Visual | Control): boolean {
  return !isControl(target) && kindOfVisual(target).pales;
}

/** The route by which a control reaches a dataset, given the wire (for its chosen roles) if there is one. */
export function routeTo(model: Model, control: Actor, use: DatasetUse, wire?: Wire): Route {
  if (!isControl(control)) return routeOfPick(model, control, use, wire);
  const acts = actsOf(control);
  switch (acts.by) {
    case 'days':
      return routeOfDays(model, use, wire);
    case 'dimensions':
      return routeOfValues(model, acts.levels, use, wire);
    case 'rows':
      return routeOfCondition(model, acts.dataset, use.dataset);
    case 'totals':
      return { kind: 'totals', dataset: use.dataset };
    case 'chooser':
      return { kind: 'chooser', dataset: use.dataset, chooses: acts.chooses, slot: wire?.slot ?? 0 };
    case 'value':
      return {
        kind: 'none',
        dataset: use.dataset,
        reason: 'It fills a parameter of conditions; it is the conditions that are wired.',
      };
    case 'clock':
      return {
        kind: 'none',
        dataset: use.dataset,
        reason: 'The as-of day acts on the whole dashboard; it needs no wires.',
      };
  }
}

/** The date role of a use, or the one chosen on the wire. */
function roleBy(use: DatasetUse, wire: Wire | undefined): { readonly role: string; readonly own: boolean } {
  const role = wire?.roles[use.dataset] ?? use.role;
  return { role, own: role === use.role };
}

function routeOfDays(model: Model, use: DatasetUse, wire?: Wire): Route {
  const dataset = datasetOf(model, use.dataset);
  const taken = roleBy(use, wire);
  if (dataset?.roles.some((entry) => entry.key === taken.role))
    return { kind: 'role', dataset: use.dataset, ...taken };
  return {
    kind: 'none',
    dataset: use.dataset,
    reason: `${dataset?.name ?? use.dataset} has no date role to be reached by. Mark one of its date columns as a date role.`,
  };
}

/** The route of values of a dimension, or of the levels of a tree. */
function routeOfValues(model: Model, levels: readonly Dimension[], use: DatasetUse, wire?: Wire): Route {
  const [dimension] = levels;
  if (!dimension || levels.length > 1) return routeOfTree(model, levels, use.dataset);
  if (isAttribute(dimension))
    return {
      kind: 'attribute',
      dataset: use.dataset,
      attribute: dimension.attribute,
      ...roleBy(use, wire),
    };
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
function routeOfTree(model: Model, levels: readonly Dimension[], dataset: string): Route {
  const columns: string[] = [];
  for (const dimension of levels) {
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

/** The route of a condition on rows: only to the dataset that it is about. */
function routeOfCondition(model: Model, own: string, dataset: string): Route {
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

/** How each kind of route is told; words of a role, a column or a condition, after the dataset's name. */
const ROUTE_WORDS: {
  readonly [K in Route['kind']]: (model: Model, route: Extract<Route, { kind: K }>) => string;
} = {
  none: (_, route) => route.reason,
  role: (model, route) => `Route: ${datasetName(model, route)} by ${roleWords(model, route)}.`,
  column: (model, route) =>
    `Route: ${datasetName(model, route)} by ${columnWords(model, route, route.column)}${route.own ? '' : CHOSEN}.`,
  columns: (model, route) =>
    `Route: ${datasetName(model, route)} by ${dimensionsInWords(route.columns.map((column) => columnWords(model, route, column)))}.`,
  attribute: (model, route) =>
    `Route: ${datasetName(model, route)} by ${attributeWords(model, route.attribute)} of the day “${roleName(model, route.dataset, route.role)}”.`,
  pick: (model, route) => {
    const parts = route.parts.map((part) =>
      part.kind === 'column'
        ? columnWords(model, route, part.column).toLowerCase()
        : attributeWords(model, part.attribute),
    );
    const days = route.days ? [roleWords(model, route)] : [];
    return `Route: ${datasetName(model, route)} by ${dimensionsInWords([...parts, ...days])}.`;
  },
  condition: (model, route) => `Route: a condition on the rows of ${datasetName(model, route)}.`,
  chooser: (_, { chooses, slot }) =>
    chooses === 'measures'
      ? `It chooses what stands in the place of measure ${slot + 1}.`
      : CHOOSER_WORDS[chooses],
  totals: (model, route) => `Route: a condition on totals of categories, from ${datasetName(model, route)}.`,
};

const CHOOSER_WORDS: Record<Exclude<Chooses, 'measures'>, string> = {
  baselines: 'It chooses what the figures are compared with.',
  grain: 'It chooses the length of the buckets.',
};
const CHOSEN = ', chosen on this wire';
const datasetName = (model: Model, { dataset }: Route) => datasetOf(model, dataset)?.name ?? dataset;
const attributeWords = (model: Model, attribute: Attribute) =>
  dimensionName(model, { attribute }).toLowerCase();
const columnWords = (model: Model, { dataset }: Route, column: string) =>
  dimensionName(model, { dataset, column });
const roleWords = (model: Model, { dataset, role, own }: Extract<Route, { kind: 'role' | 'pick' }>) =>
  `the date role “${roleName(model, dataset, role)}”${own ? '' : CHOSEN}`;

/** A route in words: "Route: Sailings by day sailed." */
export function routeWords(model: Model, route: Route): string {
  const words = ROUTE_WORDS[route.kind] as (model: Model, route: Route) => string;
  return words(model, route);
}
