'use client';
/** The settings of each kind of time control, beside those that all share. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { UNITS } from '../../core/calendar/units';
import { CALENDAR_PICKS } from '../../core/dashboard/document/controls';
import type {
  CalendarPicker,
  LookBack,
  MeasureRef,
  PeriodList,
  RangeSlider,
  TimeControl,
  Timeline,
} from '../../core/dashboard/document/document';
import { parsePhrase } from '../../core/period/parse';
import { ChoiceSetting, SwitchSetting, TextSetting, type Option } from '../ui/fields';
import { measureOptions, unitOptions } from '../ui/options';
import { PhraseField } from '../ui/PhraseField';
import { useControlAnswer, useWorkspace } from '../workspace/workspace';

type Change<T> = (part: Partial<T>) => void;

export function ControlSettings({ control, change }: { control: TimeControl; change: Change<TimeControl> }) {
  switch (control.kind) {
    case 'timeline':
      return <TimelineSettings control={control} change={change} />;
    case 'range':
      return <RangeSettings control={control} change={change} />;
    case 'calendar':
      return <CalendarSettings control={control} change={change} />;
    case 'periods':
      return <PeriodListSettings control={control} change={change} />;
    case 'lookback':
      return <LookBackSettings control={control} change={change} />;
    case 'tree':
      return (
        <ChoiceSetting
          label="Levels"
          value={control.levels}
          options={[
            { value: 'calendar', label: 'Year, quarter, month, day' },
            { value: 'fiscal', label: 'Fiscal year, quarter, month, day' },
          ]}
          onChange={(levels) => change({ levels: levels === 'fiscal' ? 'fiscal' : 'calendar' })}
        />
      );
    default:
      return null;
  }
}

function TimelineSettings({ control, change }: { control: Timeline; change: Change<Timeline> }) {
  const sizes: Option[] = [
    { value: 'words', label: 'With scale and window in words' },
    { value: 'scale', label: 'With scale' },
    { value: 'ribbon', label: 'Ribbon alone' },
  ];
  return (
    <>
      <ChoiceSetting
        label="Level"
        value={control.level}
        options={unitOptions()}
        onChange={(level) => change({ level: UNITS.find((unit) => unit === level) ?? 'month' })}
      />
      <SwitchSetting
        label="Readers keep this level"
        checked={control.levelFixed}
        onChange={(levelFixed) => change({ levelFixed })}
      />
      <ChoiceSetting
        label="Size"
        value={control.size}
        options={sizes}
        onChange={(size) => change({ size: size === 'ribbon' || size === 'scale' ? size : 'words' })}
      />
    </>
  );
}

const NONE = 'none';

/** A measure, or none. */
function OptionalMeasure({
  label,
  value,
  onChange,
}: {
  label: string;
  value: MeasureRef | null;
  onChange: (value: MeasureRef | null) => void;
}) {
  const { model } = useWorkspace();
  return (
    <ChoiceSetting
      label={label}
      value={value ? `${value.dataset}/${value.measure}` : NONE}
      options={[{ value: NONE, label: 'None' }, ...measureOptions(model)]}
      onChange={(text) => {
        const [dataset, measure] = text.split('/');
        onChange(dataset && measure ? { dataset, measure } : null);
      }}
    />
  );
}

function RangeSettings({ control, change }: { control: RangeSlider; change: Change<RangeSlider> }) {
  return (
    <>
      <OptionalMeasure
        label="Histogram"
        value={control.measure}
        onChange={(measure) => change({ measure })}
      />
      <ChoiceSetting
        label="Brackets go to the edges of"
        value={control.snap}
        options={unitOptions()}
        onChange={(snap) => change({ snap: UNITS.find((unit) => unit === snap) ?? 'day' })}
      />
      <ChoiceSetting
        label="Readers move"
        value={control.fixedEnd}
        options={[
          { value: 'none', label: 'Both ends' },
          { value: 'start', label: 'The end only' },
          { value: 'end', label: 'The start only' },
        ]}
        onChange={(fixedEnd) =>
          change({ fixedEnd: fixedEnd === 'start' || fixedEnd === 'end' ? fixedEnd : 'none' })
        }
      />
    </>
  );
}

const PICK_NAMES: Record<CalendarPicker['picks'], string> = {
  day: 'One day',
  days: 'Several days',
  range: 'A range',
  from: 'From a day on',
  'up to': 'Up to a day',
};

function CalendarSettings({ control, change }: { control: CalendarPicker; change: Change<CalendarPicker> }) {
  return (
    <>
      <ChoiceSetting
        label="Readers pick"
        value={control.picks}
        options={CALENDAR_PICKS.map((picks) => ({ value: picks, label: PICK_NAMES[picks] }))}
        onChange={(picks) => change({ picks: CALENDAR_PICKS.find((entry) => entry === picks) ?? 'range' })}
      />
      <TextSetting
        label="Only days of"
        value={control.within ?? ''}
        placeholder="every day"
        helper="A period phrase, such as last 15 days of data; empty for every day"
        check={(text) => problemOf(text)}
        onChange={(text) => change({ within: text.trim() === '' ? null : text.trim() })}
      />
      <OptionalMeasure label="Tint days by" value={control.tint} onChange={(tint) => change({ tint })} />
    </>
  );
}

function problemOf(text: string): string | null {
  if (text.trim() === '') return null;
  const parsed = parsePhrase(text);
  return parsed.ok ? null : parsed.error.message;
}

function LookBackSettings({ control, change }: { control: LookBack; change: Change<LookBack> }) {
  const wrong = (text: string) =>
    /^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= 9999 ? null : 'A whole number from 1 to 9999.';
  const units: LookBack['units'] = ['days', 'days of data', 'weeks', 'months', 'full weeks', 'full months'];
  const toggle = (unit: LookBack['units'][number]) => {
    const next = units.filter((entry) => control.units.includes(entry) !== (entry === unit));
    if (next.length > 0) change({ units: next });
  };
  return (
    <>
      <TextSetting
        label="At least"
        value={String(control.least)}
        check={wrong}
        onChange={(text) => change({ least: Math.min(Number(text), control.most) })}
      />
      <TextSetting
        label="At most"
        value={String(control.most)}
        check={wrong}
        onChange={(text) => change({ most: Math.max(Number(text), control.least) })}
      />
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Units
      </Typography>
      {units.map((unit) => (
        <SwitchSetting
          key={unit}
          label={unit}
          checked={control.units.includes(unit)}
          onChange={() => toggle(unit)}
        />
      ))}
    </>
  );
}

function PeriodListSettings({ control, change }: { control: PeriodList; change: Change<PeriodList> }) {
  const [name, setName] = useState('');
  const answer = useControlAnswer(control.id);
  const context = answer?.kind === 'period' ? answer.context : undefined;
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
        label="Face"
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
        <div
          key={`${i} ${entry.name}`}
          style={{ borderBottom: '1px solid var(--dathen-palette-hairline)', paddingBottom: 4 }}
        >
          <TextSetting
            label={`Name ${i + 1}`}
            value={entry.name}
            onChange={(text) => text.trim() && set(i, { name: text.trim().slice(0, 100) })}
          />
          {context && (
            <PhraseField
              label={`Phrase of ${entry.name}`}
              value={entry.phrase}
              context={context}
              onCommit={(phrase) => set(i, { phrase })}
            />
          )}
          <Button disabled={i === 0} onClick={() => move(i, -1)} aria-label={`Move ${entry.name} up`}>
            Up
          </Button>
          <Button
            disabled={i === control.entries.length - 1}
            onClick={() => move(i, 1)}
            aria-label={`Move ${entry.name} down`}
          >
            Down
          </Button>
          <Button
            color="error"
            disabled={control.entries.length === 1}
            onClick={() => change({ entries: control.entries.filter((_, j) => j !== i) })}
            aria-label={`Remove ${entry.name}`}
          >
            Remove
          </Button>
        </div>
      ))}
      <TextSetting label="Name of a new period" value={name} onChange={setName} />
      <Button
        disabled={name.trim() === ''}
        onClick={() => {
          change({ entries: [...control.entries, { name: name.trim(), phrase: 'this month' }] });
          setName('');
        }}
      >
        Add it
      </Button>
    </>
  );
}
