/** What choosers choose for visuals: the document as a reader's choices of measures and grain make it. */
import { actsOf, type Control } from '../document/controls';
import type { DashboardDocument, Visual, Wire } from '../document/document';
import type { Chooses } from '../document/kinds/entry';
import { MOST_MEASURES, shownMeasure, type ShownMeasure } from '../document/kinds/measured';
import { isMeasured, kindOf } from '../document/visuals';
import { heldBy, isRevealed } from './held';
import type { ReaderState } from './state';

/** The choosers of a kind that are shown and wired to a visual, with their wires, in the document's order. */
export function choosersOf(
  document: DashboardDocument,
  state: ReaderState,
  visual: Visual,
  chooses: Chooses,
): { readonly control: Control; readonly wire: Wire }[] {
  if (!kindOf(visual).takes(visual).includes(chooses)) return [];
  return document.controls.flatMap((control) => {
    const acts = actsOf(control);
    if (acts.by !== 'chooser' || acts.chooses !== chooses) return [];
    const wire = document.wires.find((entry) => entry.control === control.id && entry.target === visual.id);
    return wire?.on && isRevealed(document, state, control) ? [{ control, wire }] : [];
  });
}

/** Measures with those that choosers put into their slots; a slot keeps its mark and axis, and takes the measure's own role. */
function chosenMeasures(
  document: DashboardDocument,
  state: ReaderState,
  visual: Visual & { readonly measures: readonly ShownMeasure[] },
): ShownMeasure[] {
  const measures = [...visual.measures];
  for (const { control, wire } of choosersOf(document, state, visual, 'measures')) {
    if (control.kind !== 'measures') continue;
    const refs = heldBy(control, state).flatMap((place) => control.offer[place] ?? []);
    refs.forEach((ref, i) => {
      const at = Math.min((wire.slot ?? 0) + i, measures.length);
      if (at >= MOST_MEASURES) return;
      const slot = measures[at] ?? shownMeasure(ref.dataset, ref.measure);
      measures[at] = {
        ...slot,
        ...ref,
        role: slot.measure === ref.measure && slot.dataset === ref.dataset ? slot.role : null,
      };
    });
  }
  return measures;
}

function chosenVisual(document: DashboardDocument, state: ReaderState, visual: Visual): Visual {
  if (!isMeasured(visual)) return visual;
  const measures = chosenMeasures(document, state, visual);
  const grain = choosersOf(document, state, visual, 'grain').flatMap(({ control }) =>
    control.kind === 'grain' ? [heldBy(control, state)] : [],
  )[0];
  const same = JSON.stringify(measures) === JSON.stringify(visual.measures);
  if (same && (grain === undefined || grain === visual.grain)) return visual;
  return { ...visual, measures: same ? visual.measures : measures, grain: grain ?? visual.grain };
}

const hasChoosers = (document: DashboardDocument) =>
  document.controls.some((control) => actsOf(control).by === 'chooser');

/** The document with the measures and the grain that its choosers choose; the very same where they change nothing. */
export function chosenDocument(document: DashboardDocument, state: ReaderState): DashboardDocument {
  if (!hasChoosers(document)) return document;
  const visuals = document.visuals.map((visual) => chosenVisual(document, state, visual));
  return visuals.every((visual, i) => visual === document.visuals[i]) ? document : { ...document, visuals };
}

/** The document with every measure that choosers can put into each visual, beside those it has. */
export function withAllOffered(document: DashboardDocument): DashboardDocument {
  if (!hasChoosers(document)) return document;
  const visuals = document.visuals.map((visual) => {
    if (!isMeasured(visual)) return visual;
    const offered = document.controls.flatMap((control) => {
      const wired = document.wires.some(
        (wire) => wire.on && wire.control === control.id && wire.target === visual.id,
      );
      return control.kind === 'measures' && wired ? control.offer : [];
    });
    const added = offered.map((ref) => shownMeasure(ref.dataset, ref.measure));
    return added.length > 0 ? { ...visual, measures: [...visual.measures, ...added] } : visual;
  });
  return { ...document, visuals };
}
