/** Crosspoints: which control reaches which visual (or other control), by which routes, and why not. */
import { dimensionName, dimensionsInWords, reaches } from '../../model/dimension';
import { datasetOf, measureOf, type Model } from '../../model/model';
import { actsOf } from '../document/controls';
import { isControl, type Control, type Visual } from '../document/document';
import { titleOf } from '../document/title';
import type { Chooses } from '../document/kinds/entry';
import { dimensionsOf, isMeasured, kindOf, measuresOf } from '../document/visuals';
import { pickDimensions } from '../reader/pick';
import type { Design } from './design';
import { routeTo, routeWords, type Actor, type Route } from './routes';
import { partsOf } from './uses';

type CrosspointState = 'wired' | 'unwired' | 'half' | 'no route';

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
  if (isControl(target) || !isMeasured(target)) return 'It compares totals, and there are none here.';
  const dimensions = dimensionsOf(target);
  if (dimensions.length === 0)
    return 'It compares totals of categories, and this visual has none: let it go along a dimension, or be split by one.';
  const acts = isControl(control) ? actsOf(control) : undefined;
  const parts = acts?.by === 'totals' ? (partsOf(model, acts.measure) ?? []) : [];
  const missing = dimensions.find(
    (dimension) => !parts.every((part) => reaches(model, dimension, part.dataset)),
  );
  return (
    missing && `${titleOf(control, model)} is not known by ${dimensionName(model, missing).toLowerCase()}.`
  );
}

/** Why a chooser has nothing to choose for a target; undefined where it has. */
function closedToChooser(control: Actor, target: Visual | Control): string | undefined {
  const acts = isControl(control) ? actsOf(control) : undefined;
  if (acts?.by !== 'chooser') return undefined;
  if (isControl(target)) return 'A chooser chooses what visuals show, not what controls offer.';
  return kindOf(target).takes(target).includes(acts.chooses) ? undefined : NOT_TAKEN[acts.chooses];
}

const NOT_TAKEN: Record<Chooses, string> = {
  measures: 'It chooses a measure, and this shows rows.',
  baselines: 'It chooses what figures are compared with, and this compares none.',
  grain: 'It chooses the length of buckets of days, and this has none: let it go along time.',
};

/** The crosspoint of a control and a target: whether it is wired, and by which routes. */
export function crosspoint(design: Design, control: Actor, target: Visual | Control): Crosspoint {
  const { model } = design;
  const wire = design.wire(control.id, target.id);
  const common = { control: control.id, target: target.id, deaf: [] as readonly string[] };
  if (control.id === target.id) {
    const words = isControl(control)
      ? 'A control does not narrow its own offer.'
      : 'Marks that are not chosen turn pale in the visual itself; its rows stay.';
    return { ...common, state: 'no route', routes: [], words };
  }
  const closed = closedToChooser(control, target);
  if (closed !== undefined) return { ...common, state: 'no route', routes: [], words: closed };
  const routes = design.uses(target).map((use) => routeTo(model, control, use, wire));
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
      ? [...new Set(routes.map((route) => routeWords(model, route)))].join(' ')
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

/** What a dataset lacks by which it could be reached. */
function lackWords(model: Model, control: Actor): string {
  const acts = isControl(control) ? actsOf(control) : undefined;
  if (acts?.by === 'rows') return 'none of its columns';
  const dimensions =
    acts?.by === 'dimensions' ? acts.levels : isControl(control) ? [] : pickDimensions(control);
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
