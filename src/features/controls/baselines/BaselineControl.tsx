'use client';
/** Chooses what the figures of wired visuals are compared with; each entry with the days it would mean now. */
import { moreWords } from '../../../core/listed';
import type { BaselineChooser } from '../../../core/dashboard/document/controls';
import type { ChosenBaseline } from '../../../core/dashboard/document/kinds/baselines';
import { baselineName, isOwnBaseline } from '../../../core/dashboard/document/kinds/compare';
import type { BaselineOffer, BaselinesAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { baselineDays, hasBaseline } from '../../../core/dashboard/turn/comparing/words';
import type { CalendarRule } from '../../../core/calendar/rule';
import { dayCountWords } from '../../../core/calendar/names';
import { BaselineField } from '../../ui/BaselineField';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { ChooserEntries, ChooserFrame } from '../ChooserParts';

/** What an entry would mean now: its days, and how many of them the window shares. */
function offerWords({ windows }: BaselineOffer, rule: CalendarRule): string {
  const [first] = windows;
  if (!first) return '';
  const overlap =
    'warnings' in first ? first.warnings.find((warning) => warning.code === 'overlap') : undefined;
  const shared = overlap?.code === 'overlap' ? ` · shares ${dayCountWords(overlap.days)}` : '';
  return `${[baselineDays(first, rule), moreWords(windows.length, 1)].join(' ').trimEnd()}${shared}`;
}

/** Why an entry cannot be chosen: none of its windows has a day with data. */
const reasonOf = ({ windows }: BaselineOffer, rule: CalendarRule): string | null =>
  windows.length === 0 || windows.some(hasBaseline) ? null : baselineDays(windows[0]!, rule);

const isSame = (a: ChosenBaseline, b: ChosenBaseline) =>
  typeof a === 'string' || typeof b === 'string' ? a === b : a.text === b.text;

export function BaselineControl({
  control,
  title,
  answer,
}: {
  control: BaselineChooser;
  title: string;
  answer: BaselinesAnswer;
}) {
  const { held: store, model } = useWorkspace();
  const { value } = useControlHeld(control);
  const put = (next: readonly ChosenBaseline[]) => store.hold(control.id, next);
  const toggle = (entry: ChosenBaseline) => {
    const isChosen = value.some((other) => isSame(other, entry));
    if (!control.several) {
      put([entry]);
      return;
    }
    put(isChosen ? value.filter((other) => !isSame(other, entry)) : [...value, entry]);
  };
  const refOf = (offer: BaselineOffer): ChosenBaseline =>
    isOwnBaseline(offer.id) ? { text: offer.text } : offer.id;
  const entries = answer.offers.map((offer) => ({
    key: offer.id,
    label: baselineName(offer),
    more: offerWords(offer, model.rule),
    reason: reasonOf(offer, model.rule),
    isChosen: value.some((entry) => isSame(entry, refOf(offer))),
    onChoose: () => toggle(refOf(offer)),
  }));
  const nothing = {
    key: 'nothing',
    label: 'Nothing',
    isChosen: value.length === 0,
    onChoose: () => put([]),
  };
  return (
    <ChooserFrame control={control} title={title}>
      <ChooserEntries
        name={title}
        several={control.several}
        entries={control.several ? entries : [nothing, ...entries]}
      />
      {control.open && (
        <BaselineField
          label={`Another one for ${title}`}
          onCommit={(text) => put(control.several ? [...value, { text }] : [{ text }])}
        />
      )}
    </ChooserFrame>
  );
}
