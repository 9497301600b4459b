/** Which datasets an item shows, each by which date role, and through which base measures. */
import {
  isControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Slicer,
  type Visual,
} from '../document/document';
import { isAttribute, reaches, type Dimension } from '../../model/dimension';
import { datasetOf, measureOf, type Measure, type MeasureRef, type Model } from '../../model/model';
import { measuresOf, type ShownMeasure } from '../document/visuals';

/** A dataset that an item shows, and the date role by which it counts days. */
export interface DatasetUse {
  readonly dataset: string;
  readonly role: string;
}

/** A measure that is aggregated straight from rows, as a part of what a visual shows. */
export interface BasePart extends DatasetUse {
  readonly measure: Measure;
}

/** A measure's parts: itself, or the two sides of a ratio; undefined when something it needs is not there. */
export function partsOf(
  model: Model,
  shown: MeasureRef & { readonly role?: string | null },
): BasePart[] | undefined {
  const measure = measureOf(model, shown.dataset, shown.measure);
  if (!measure) return undefined;
  if (measure.aggregation !== 'ratio') {
    const role = shown.role ?? measure.role;
    const known = datasetOf(model, shown.dataset)!.roles.some((entry) => entry.key === role);
    return [{ dataset: shown.dataset, role: known ? role : measure.role, measure }];
  }
  if (!measure.ratio) return undefined;
  const sides: BasePart[] = [];
  for (const side of [measure.ratio.over, measure.ratio.under]) {
    const base = measureOf(model, side.dataset, side.measure);
    if (!base || base.aggregation === 'ratio') return undefined;
    // A role chosen for a ratio is that of its own dataset's side.
    const role = side.dataset === shown.dataset && shown.role ? shown.role : base.role;
    sides.push({ dataset: side.dataset, role, measure: base });
  }
  return sides;
}

function unique(uses: readonly DatasetUse[]): DatasetUse[] {
  const known = new Map<string, DatasetUse>();
  for (const { dataset, role } of uses) {
    const place = `${dataset}|${role}`;
    if (!known.has(place)) known.set(place, { dataset, role });
  }
  return [...known.values()];
}

/** The datasets that measures show. */
export function usesOfMeasures(model: Model, measures: readonly ShownMeasure[]): DatasetUse[] {
  return unique(measures.flatMap((shown) => partsOf(model, shown) ?? []));
}

/**
 * The datasets an item shows, each with its date role. A control shows those of the visuals it is wired to (a slicer
 * only those it has a value in), before it is wired its own or all.
 */
export function datasetUses(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
): readonly DatasetUse[] {
  const ofDocument = kept.get(document) ?? new WeakMap<Visual | Control, Kept>();
  kept.set(document, ofDocument);
  const known = ofDocument.get(item);
  if (known?.model === model) return known.uses;
  const uses = findUses(document, model, item);
  ofDocument.set(item, { model, uses });
  return uses;
}

interface Kept {
  readonly model: Model;
  readonly uses: readonly DatasetUse[];
}
/** Worked out once for each item of a document. */
const kept = new WeakMap<DashboardDocument, WeakMap<Visual | Control, Kept>>();

function findUses(document: DashboardDocument, model: Model, item: Visual | Control): DatasetUse[] {
  if (item.kind === 'asof') return [];
  if (isControl(item)) return controlUses(document, model, item);
  if (item.kind === 'table') {
    return datasetOf(model, item.dataset) ? [{ dataset: item.dataset, role: item.role }] : [];
  }
  return usesOfMeasures(model, measuresOf(item));
}

function controlUses(document: DashboardDocument, model: Model, control: Control): DatasetUse[] {
  const uses: DatasetUse[] = [];
  for (const wire of document.wires) {
    if (wire.control !== control.id || !wire.on) continue;
    const target = itemOf(document, wire.target);
    if (!target || isControl(target)) continue;
    for (const use of datasetUses(document, model, target)) {
      if (!canReach(model, control, use.dataset)) continue;
      uses.push({ dataset: use.dataset, role: wire.roles[use.dataset] ?? use.role });
    }
  }
  if (control.kind === 'slicer') return slicerUses(model, control, uses);
  if (control.kind === 'condition' || control.kind === 'numbers') return conditionUses(model, control, uses);
  if (uses.length > 0) return unique(uses);
  return model.datasets.flatMap((dataset) =>
    dataset.roles.slice(0, 1).map((role) => ({ dataset: dataset.key, role: role.key })),
  );
}

/** Whether a control that holds no days has any effect on the rows of a dataset. */
function canReach(model: Model, control: Control, dataset: string): boolean {
  switch (control.kind) {
    case 'slicer':
      return slicerLevels(control).every((dimension) => reaches(model, dimension, dataset));
    case 'condition':
      return control.dataset === dataset;
    case 'numbers':
      return 'measure' in control.of || control.of.dataset === dataset;
    default:
      return true;
  }
}

/** The dimensions of a slicer: its own, and the levels of a tree below it. */
export function slicerLevels({ face, dimension, below }: Slicer): Dimension[] {
  return face === 'tree' ? [dimension, ...below] : [dimension];
}

/** A condition is about one dataset, by the role of what it is wired to. */
function conditionUses(
  model: Model,
  control: Extract<Control, { kind: 'condition' | 'numbers' }>,
  wired: readonly DatasetUse[],
): DatasetUse[] {
  const dataset = control.kind === 'condition' ? control.dataset : control.of.dataset;
  const own = wired.find((use) => use.dataset === dataset);
  if (own) return [own];
  const role = datasetOf(model, dataset)?.roles[0];
  return role ? [{ dataset, role: role.key }] : [];
}

/** A slicer counts rows: those of a dataset once only, whatever the roles its visuals go by. */
function slicerUses(
  model: Model,
  control: Extract<Control, { kind: 'slicer' }>,
  wired: readonly DatasetUse[],
): DatasetUse[] {
  const byDataset = new Map<string, DatasetUse>();
  for (const use of wired) if (!byDataset.has(use.dataset)) byDataset.set(use.dataset, use);
  const { dimension } = control;
  const own = isAttribute(dimension) ? model.datasets.map((dataset) => dataset.key) : [dimension.dataset];
  if (byDataset.size === 0 || !isAttribute(dimension)) {
    for (const dataset of own) {
      const role = datasetOf(model, dataset)?.roles[0];
      if (role && !byDataset.has(dataset)) byDataset.set(dataset, { dataset, role: role.key });
    }
  }
  return [...byDataset.values()];
}

/** Whether an item is a time control or a slicer: what can be wired. */
export function isWirable(control: Control): boolean {
  return control.kind !== 'asof';
}
