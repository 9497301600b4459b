/** Which datasets an item shows, each by which date role, and through which base measures. */
import { actsOf } from '../document/controls';
import { isControl, itemOf, type Control, type DashboardDocument, type Visual } from '../document/document';
import type { Acts } from '../document/kinds/entry';
import { isAttribute, reaches, type Dimension } from '../../model/dimension';
import { aggregationOf } from '../../model/aggregations';
import { datasetOf, measureOf, type Measure, type MeasureRef, type Model } from '../../model/model';
import { isMeasured } from '../document/visuals';
import type { ShownMeasure } from '../document/kinds/measured';

/** A dataset that an item shows, and the date role by which it counts days. */
export interface DatasetUse {
  readonly dataset: string;
  readonly role: string;
}

/** A measure that is aggregated straight from rows, as a part of what a visual shows. */
export interface BasePart extends DatasetUse {
  readonly measure: Measure;
}

/** Whose days with data count for an item: those of a measure's rows, or (null) of all rows of a dataset. */
export interface CoverageUse extends DatasetUse {
  readonly measure: Measure | null;
}

/** A measure's parts: itself, or the two sides of a ratio; undefined when something it needs is not there. */
export function partsOf(
  model: Model,
  shown: MeasureRef & { readonly role?: string | null },
): BasePart[] | undefined {
  const measure = measureOf(model, shown.dataset, shown.measure);
  if (!measure) return undefined;
  if (aggregationOf(measure).of !== 'measures') {
    const role = shown.role ?? measure.role;
    const known = datasetOf(model, shown.dataset)!.roles.some((entry) => entry.key === role);
    return [{ dataset: shown.dataset, role: known ? role : measure.role, measure }];
  }
  if (!measure.ratio) return undefined;
  const sides: BasePart[] = [];
  for (const side of [measure.ratio.over, measure.ratio.under]) {
    const base = measureOf(model, side.dataset, side.measure);
    if (!base || aggregationOf(base).of === 'measures') return undefined;
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
function usesOfMeasures(model: Model, measures: readonly ShownMeasure[]): DatasetUse[] {
  return unique(measures.flatMap((shown) => partsOf(model, shown) ?? []));
}

/**
 * The datasets an item shows, each with its date role. A control shows those of the visuals it is wired to (a slicer
 * only those it has a value in), before it is wired its own or all. `known` tells those of visuals.
 */
export function usesOf(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
  known: (visual: Visual) => readonly DatasetUse[],
): DatasetUse[] {
  if (isControl(item)) return controlUses(document, model, item, known);
  if (isMeasured(item)) return usesOfMeasures(model, item.measures);
  return datasetOf(model, item.dataset) ? [{ dataset: item.dataset, role: item.role }] : [];
}

/** What the days with data of an item are those of: the measures that it shows, those of its visuals for a control. */
export function coverageUsesOf(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
): CoverageUse[] {
  if (!isControl(item)) {
    if (isMeasured(item))
      return uniqueCoverage(item.measures.flatMap((shown) => partsOf(model, shown) ?? []));
    return usesOf(document, model, item, () => []).map((use) => ({ ...use, measure: null }));
  }
  const covered: CoverageUse[] = [];
  for (const wire of document.wires) {
    if (wire.control !== item.id || !wire.on) continue;
    const target = itemOf(document, wire.target);
    if (!target || isControl(target)) continue;
    for (const use of coverageUsesOf(document, model, target))
      covered.push({ ...use, role: wire.roles[use.dataset] ?? use.role });
  }
  if (covered.length > 0) return uniqueCoverage(covered);
  return everyDataset(model).map((use) => ({ ...use, measure: null }));
}

/** Measures of the same rows and the same grain have the same days. */
function uniqueCoverage(uses: readonly CoverageUse[]): CoverageUse[] {
  const known = new Map<string, CoverageUse>();
  for (const { dataset, role, measure } of uses) {
    const key = JSON.stringify([dataset, role, measure?.condition, measure?.grain]);
    if (!known.has(key)) known.set(key, { dataset, role, measure });
  }
  return [...known.values()];
}

function controlUses(
  document: DashboardDocument,
  model: Model,
  control: Control,
  known: (visual: Visual) => readonly DatasetUse[],
): DatasetUse[] {
  const acts = actsOf(control);
  if (acts.by === 'clock' || acts.by === 'value') return [];
  const uses: DatasetUse[] = [];
  for (const wire of document.wires) {
    if (wire.control !== control.id || !wire.on) continue;
    const target = itemOf(document, wire.target);
    if (!target || isControl(target)) continue;
    for (const use of known(target)) {
      if (!canReach(model, acts, use.dataset)) continue;
      uses.push({ dataset: use.dataset, role: wire.roles[use.dataset] ?? use.role });
    }
  }
  switch (acts.by) {
    case 'dimensions':
      return byDimensions(model, acts.levels, uses);
    case 'rows':
      return ofOneDataset(model, acts.dataset, uses);
    case 'totals':
      return ofOneDataset(model, acts.measure.dataset, uses);
    case 'chooser':
      return unique(uses);
    case 'days':
      return uses.length > 0 ? unique(uses) : everyDataset(model);
  }
}

/** Every dataset with days, by its first date role. */
const everyDataset = (model: Model): DatasetUse[] =>
  model.datasets.flatMap((dataset) =>
    dataset.roles.slice(0, 1).map((role) => ({ dataset: dataset.key, role: role.key })),
  );

/** Whether a control that holds no days has any effect on the rows of a dataset. */
function canReach(model: Model, acts: Acts, dataset: string): boolean {
  if (acts.by === 'dimensions') return acts.levels.every((level) => reaches(model, level, dataset));
  return acts.by !== 'rows' || acts.dataset === dataset;
}

/** A condition is about one dataset, by the role of what it is wired to. */
function ofOneDataset(model: Model, dataset: string, wired: readonly DatasetUse[]): DatasetUse[] {
  const own = wired.find((use) => use.dataset === dataset);
  if (own) return [own];
  const role = datasetOf(model, dataset)?.roles[0];
  return role ? [{ dataset, role: role.key }] : [];
}

/** Values count rows: those of a dataset once only, whatever the roles its visuals go by. */
function byDimensions(
  model: Model,
  [first]: readonly Dimension[],
  wired: readonly DatasetUse[],
): DatasetUse[] {
  const byDataset = new Map<string, DatasetUse>();
  for (const use of wired) if (!byDataset.has(use.dataset)) byDataset.set(use.dataset, use);
  if (!first) return [...byDataset.values()];
  const own = isAttribute(first) ? model.datasets.map((dataset) => dataset.key) : [first.dataset];
  if (byDataset.size === 0 || !isAttribute(first)) {
    for (const dataset of own) {
      const role = datasetOf(model, dataset)?.roles[0];
      if (role && !byDataset.has(dataset)) byDataset.set(dataset, { dataset, role: role.key });
    }
  }
  return [...byDataset.values()];
}
