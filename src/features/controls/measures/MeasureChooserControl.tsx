'use client';
/** Chooses what the wired visuals show. */
import type { MeasureChooser } from '../../../core/dashboard/document/controls';
import { datasetOf, measureOf, type MeasureRef, type Model } from '../../../core/model/model';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { ChooserEntries, ChooserFrame } from '../ChooserParts';

/** The name of a measure in a list, with its dataset where two of one name are listed. */
export function measureLabel(model: Model, ref: MeasureRef, among: readonly MeasureRef[]): string {
  const nameOf = (entry: MeasureRef) => measureOf(model, entry.dataset, entry.measure)?.name ?? entry.measure;
  const own = nameOf(ref);
  const isShared = among.some((entry) => entry !== ref && nameOf(entry) === own);
  return isShared ? `${own}, ${datasetOf(model, ref.dataset)?.name ?? ref.dataset}` : own;
}

export function MeasureChooserControl({ control, title }: { control: MeasureChooser; title: string }) {
  const { held: store, model } = useWorkspace();
  const { value } = useControlHeld(control);
  const choose = (place: number) => {
    if (!control.several) {
      store.hold(control.id, [place]);
      return;
    }
    const next = value.includes(place) ? value.filter((entry) => entry !== place) : [...value, place];
    store.hold(control.id, next);
  };
  return (
    <ChooserFrame control={control} title={title}>
      <ChooserEntries
        name={title}
        several={control.several}
        entries={control.offer.map((ref, place) => ({
          key: String(place),
          label: measureLabel(model, ref, control.offer),
          reason: measureOf(model, ref.dataset, ref.measure) ? null : 'it is not there any more',
          isChosen: value.includes(place),
          onChoose: () => choose(place),
        }))}
      />
    </ChooserFrame>
  );
}
