'use client';
/** The settings of a period list: its named phrases, in their order. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { PeriodList } from '../../../core/dashboard/document/document';
import type { PeriodContext } from '../../../core/period/point';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { PhraseField } from '../../ui/PhraseField';
import { NamedPeriodChoice } from '../../ui/NamedPeriodChoice';
import { usePeriodContext, useWorkspace } from '../../workspace/workspace';
import type { Change } from '../view';

export function PeriodListSettings({ control, change }: { control: PeriodList; change: Change<PeriodList> }) {
  const [name, setName] = useState('');
  const context = usePeriodContext(control.id);
  const { model } = useWorkspace();
  const unused = model.periods.filter((period) =>
    control.entries.every((entry) => entry.named !== period.key),
  );
  const set = (i: number, part: Partial<PeriodList['entries'][number]>) =>
    change({ entries: control.entries.map((entry, j) => (j === i ? { ...entry, ...part } : entry)) });
  const move = (i: number, by: number) => {
    const entries = [...control.entries];
    const [entry] = entries.splice(i, 1);
    entries.splice(i + by, 0, entry!);
    change({ entries });
  };
  return (
    <>
      <ChoiceSetting
        label="Shown as"
        value={control.face}
        options={[
          { value: 'buttons', label: 'Buttons' },
          { value: 'menu', label: 'Menu' },
        ]}
        onChange={(face) => change({ face: face === 'menu' ? 'menu' : 'buttons' })}
      />
      <SwitchSetting
        label="Readers can choose dates too"
        checked={control.chooseDates}
        onChange={(chooseDates) => change({ chooseDates })}
      />
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Periods
      </Typography>
      {control.entries.map((entry, i) => (
        <EntrySettings
          key={`${i} ${entry.name}`}
          place={i}
          entries={control.entries}
          context={context}
          onEntry={(part) => set(i, part)}
          onMove={(by) => move(i, by)}
          onRemove={() => change({ entries: control.entries.filter((_, j) => j !== i) })}
        />
      ))}
      {unused.length > 0 && (
        <ChoiceSetting
          label="Add a named period of the model"
          value=""
          options={[
            { value: '', label: 'Which one?' },
            ...unused.map((period) => ({ value: period.key, label: period.name })),
          ]}
          onChange={(key) => {
            const period = unused.find((entry) => entry.key === key);
            if (!period) return;
            const { name: called, phrase } = period;
            change({ entries: [...control.entries, { name: called, phrase, named: key }] });
          }}
        />
      )}
      <TextSetting label="Name of a new period" value={name} onChange={setName} />
      <Button
        disabled={name.trim() === ''}
        onClick={() => {
          change({ entries: [...control.entries, { name: name.trim(), phrase: 'this month', named: null }] });
          setName('');
        }}
      >
        Add it
      </Button>
    </>
  );
}

function EntrySettings({
  place,
  entries,
  context,
  onEntry,
  onMove,
  onRemove,
}: {
  place: number;
  entries: PeriodList['entries'];
  context: PeriodContext | undefined;
  onEntry: (part: Partial<PeriodList['entries'][number]>) => void;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) {
  const { model } = useWorkspace();
  const entry = entries[place]!;
  return (
    <div style={{ borderBottom: '1px solid var(--dathen-palette-hairline)', paddingBottom: 4 }}>
      <TextSetting
        label={`Name ${place + 1}`}
        value={entry.name}
        onChange={(text) => text.trim() && onEntry({ name: text.trim().slice(0, 100) })}
      />
      {context && (
        <PhraseField
          label={`Phrase of ${entry.name}`}
          value={entry.phrase}
          context={context}
          onCommit={(phrase) => onEntry({ phrase, named: null })}
        />
      )}
      <NamedPeriodChoice
        label={`Phrase of ${entry.name}`}
        value={entry}
        known={model.periods}
        onChange={onEntry}
      />
      <Button disabled={place === 0} onClick={() => onMove(-1)} aria-label={`Move ${entry.name} up`}>
        Up
      </Button>
      <Button
        disabled={place === entries.length - 1}
        onClick={() => onMove(1)}
        aria-label={`Move ${entry.name} down`}
      >
        Down
      </Button>
      <Button
        color="error"
        disabled={entries.length === 1}
        onClick={onRemove}
        aria-label={`Remove ${entry.name}`}
      >
        Remove
      </Button>
    </div>
  );
}
