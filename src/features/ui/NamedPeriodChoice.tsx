'use client';
/** Chooses a named period of the model, or a phrase of one's own. */
import type { NamedPeriod } from '../../core/model/model';
import { ChoiceSetting } from './fields';

/** A phrase, and the named period of the model that it stands for; null for one of its own. */
export interface ChosenPeriod {
  readonly phrase: string;
  readonly named: string | null;
}

const OWN = '';

export function NamedPeriodChoice({
  label,
  value,
  known,
  onChange,
}: {
  label: string;
  value: ChosenPeriod;
  known: readonly NamedPeriod[];
  onChange: (value: ChosenPeriod) => void;
}) {
  if (known.length === 0 && value.named === null) return null;
  return (
    <ChoiceSetting
      label={`${label}: which`}
      value={value.named ?? OWN}
      options={[
        { value: OWN, label: 'A phrase of its own' },
        ...known.map((period) => ({ value: period.key, label: `${period.name}, as the model says` })),
      ]}
      onChange={(key) => {
        const period = known.find((entry) => entry.key === key);
        onChange({ phrase: period?.phrase ?? value.phrase, named: period?.key ?? null });
      }}
    />
  );
}
