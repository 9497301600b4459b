/** Where datasets, measures and shared dimensions are used: what would be without them once they are removed. */
import type { Use } from '../../contract/modelling';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { designOf } from '../../core/dashboard/wiring/design';
import { plural } from '../../core/locale';
import type { Model } from '../../core/model/model';
import { everyDashboard } from '../dashboards/read';
import { readModel } from './model';

/** The number of places in a JSON value for which a test holds. */
function countPlaces(value: unknown, test: (record: Record<string, unknown>) => boolean): number {
  if (Array.isArray(value)) return value.reduce((sum: number, part) => sum + countPlaces(part, test), 0);
  if (typeof value !== 'object' || value === null) return 0;
  const own = test(value as Record<string, unknown>) ? 1 : 0;
  return Object.values(value).reduce((sum: number, part) => sum + countPlaces(part, test), own);
}

/** The visuals and controls of a document in which something stands. */
function itemsWith(document: DashboardDocument, test: (record: Record<string, unknown>) => boolean) {
  const count = (items: readonly unknown[]) => items.filter((item) => countPlaces(item, test) > 0).length;
  const [visuals, controls] = [count(document.visuals), count(document.controls)];
  return [
    ...(visuals > 0 ? [plural(visuals, 'visual')] : []),
    ...(controls > 0 ? [plural(controls, 'control')] : []),
  ];
}

async function onDashboards(parts: (document: DashboardDocument) => readonly string[]): Promise<Use[]> {
  const uses: Use[] = [];
  for await (const { id, document } of everyDashboard()) {
    const found = parts(document);
    if (found.length > 0) uses.push({ words: `${document.title}: ${found.join(' and ')}`, dashboard: id });
  }
  return uses;
}

/** Ratios of other datasets that need a measure; of no measure in particular where none is named. */
function ratiosWith(model: Model, dataset: string, measure: string | null): Use[] {
  return model.datasets.flatMap((owner) =>
    owner.measures
      .filter((entry) => {
        const sides = entry.ratio ? [entry.ratio.over, entry.ratio.under] : [];
        return (
          (measure !== null || owner.key !== dataset) &&
          sides.some((side) => side.dataset === dataset && (measure === null || side.measure === measure))
        );
      })
      .map((entry) => ({ words: `${entry.name}, a ratio of ${owner.name}`, dashboard: null })),
  );
}

export async function usesOfDataset(dataset: string): Promise<Use[]> {
  const { model } = await readModel();
  const shared = model.shared
    .filter((entry) => entry.members.some((member) => member.dataset === dataset))
    .map((entry) => ({ words: `The shared dimension ${entry.name}`, dashboard: null }));
  return [
    ...(await onDashboards((document) => itemsWith(document, (record) => record.dataset === dataset))),
    ...ratiosWith(model, dataset, null),
    ...shared,
  ];
}

export async function usesOfMeasure(dataset: string, measure: string): Promise<Use[]> {
  const { model } = await readModel();
  const isIt = (record: Record<string, unknown>) => record.dataset === dataset && record.measure === measure;
  return [
    ...(await onDashboards((document) => itemsWith(document, isIt))),
    ...ratiosWith(model, dataset, measure),
  ];
}

/** Wires that would lose their route, or a part of it, without a shared dimension. */
export async function usesOfShared(key: string): Promise<Use[]> {
  const { model } = await readModel();
  const without = { ...model, shared: model.shared.filter((entry) => entry.key !== key) };
  return onDashboards((document) => {
    const [now, then] = [designOf(document, model), designOf(document, without)];
    const lost = document.wires.filter((wire) => {
      const actor = now.actor(wire.control);
      const target =
        document.visuals.find((entry) => entry.id === wire.target) ??
        document.controls.find((entry) => entry.id === wire.target);
      if (!wire.on || !actor || !target) return false;
      return crosspoint(now, actor, target).state !== crosspoint(then, actor, target).state;
    }).length;
    return lost === 0 ? [] : [`${plural(lost, 'wire')} would lose ${lost === 1 ? 'its' : 'their'} route`];
  });
}
