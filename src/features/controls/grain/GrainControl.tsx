'use client';
/** Chooses the length of the buckets of wired visuals. */
import type { GrainChooser } from '../../../core/dashboard/document/controls';
import type { Grain } from '../../../core/dashboard/document/kinds/measured';
import type { GrainAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { ChooserEntries, ChooserFrame } from '../ChooserParts';

/** A grain as it is chosen. */
export const grainWords = (grain: Grain) => (grain === 'auto' ? 'Follow the window' : `By ${grain}`);

export function GrainControl({
  control,
  title,
  answer,
}: {
  control: GrainChooser;
  title: string;
  answer: GrainAnswer;
}) {
  const { held: store } = useWorkspace();
  const { value } = useControlHeld(control);
  return (
    <ChooserFrame control={control} title={title}>
      <ChooserEntries
        name={title}
        several={false}
        entries={answer.offers.map(({ grain, reason }) => ({
          key: grain,
          label: grainWords(grain),
          reason,
          isChosen: value === grain,
          onChoose: () => store.hold(control.id, grain),
        }))}
      />
    </ChooserFrame>
  );
}
