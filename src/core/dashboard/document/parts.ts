/** The parts that can be placed, and new ones with good settings from the start. */
import { dimensionKey } from '../../model/dimension';
import { freeIdAmong } from '../../model/ids';
import type { Model } from '../../model/model';
import { CONTROL_KINDS, type Control, type ControlKind } from './controls';
import type { DashboardDocument } from './document';
import type { ControlEntry, FreshGround, Part, VisualEntry } from './kinds/entry';
import { kindOf, VISUAL_KINDS, type Visual, type VisualKind } from './visuals';

export type PartKind = VisualKind | ControlKind;

const KINDS: { readonly [K in PartKind]: { readonly part: Part } } = { ...VISUAL_KINDS, ...CONTROL_KINDS };

/** A kind as a part: its name, its group, its sizes. */
export const partOf = (kind: PartKind): Part => KINDS[kind].part;

/** Every part, in the order in which they are offered. */
export const PARTS: readonly (Part & { readonly kind: PartKind })[] = (Object.keys(KINDS) as PartKind[]).map(
  (kind) => ({ kind, ...partOf(kind) }),
);

/** An id that no item of the document has. */
export function freeId(document: DashboardDocument, kind: PartKind): string {
  return freeIdAmong([...document.visuals, ...document.controls], kind);
}

/** What a new part of a document is made from. */
function groundFor(document: DashboardDocument, model: Model): FreshGround {
  const used = document.visuals.map((visual) => kindOf(visual).dataset(visual)).reverse();
  const newestFirst = [...model.datasets].sort((a, b) => b.load - a.load);
  const candidates = [
    ...used.flatMap((key) => model.datasets.find((dataset) => dataset.key === key) ?? []),
    ...newestFirst,
  ];
  const taken = document.controls.flatMap((control) =>
    'dimension' in control ? [dimensionKey(control.dimension)] : [],
  );
  const names = document.controls.flatMap((control) => (control.kind === 'value' ? [control.name] : []));
  return {
    model,
    baselines: document.baselines,
    dataset: (fits) => candidates.find(fits),
    taken: new Set(taken),
    names: new Set(names),
  };
}

/** A new part; undefined when no dataset can fill it. */
export function newPart(
  document: DashboardDocument,
  model: Model,
  kind: PartKind,
): Visual | Control | undefined {
  const entry = KINDS[kind] as unknown as ControlEntry | VisualEntry;
  const settings = entry.fresh(groundFor(document, model));
  return settings && ({ ...settings, id: freeId(document, kind), title: '' } as unknown as Visual | Control);
}
