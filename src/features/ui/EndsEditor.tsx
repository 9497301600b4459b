'use client';
/** Sets the two ends of a period: each fixed, rolling, tied to the other by a length, or open. It writes a phrase. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Day } from '../../core/calendar/day';
import type { CalendarRule } from '../../core/calendar/rule';
import { UNITS, type Unit } from '../../core/calendar/units';
import {
  endsOf,
  NO_OFFSET,
  phraseOfEnds,
  ROLLING_BASES,
  type Ends,
  type Offset,
  type PeriodEnd,
  type RollingBase,
} from '../../core/period/ends';
import { DayField } from './DayField';
import { unitOptions } from './options';

type Side = keyof Ends;
const SIDE_NAMES: Record<Side, string> = { from: 'From', to: 'To' };
const BASE_NAMES: Record<RollingBase, string> = {
  today: 'Today',
  yesterday: 'Yesterday',
  'latest so far': 'Latest day with data so far',
  latest: 'Latest day with data, also ahead',
  earliest: 'First day with data',
};

export interface EndsEditorProps {
  readonly text: string;
  readonly rule: CalendarRule;
  /** The days that the ends stand for now, to begin with where one becomes fixed. */
  readonly days: { readonly from: Day; readonly to: Day };
  readonly onChange: (text: string) => void;
}

/** What a kind of end begins with. */
function begun(kind: string, side: Side, days: EndsEditorProps['days']): PeriodEnd {
  const base = ROLLING_BASES.find((entry) => entry === kind);
  if (base) return { kind: 'rolling', base, offset: NO_OFFSET };
  switch (kind) {
    case 'edge':
      return {
        kind: 'edge',
        edge: side === 'from' ? 'start' : 'end',
        which: 'this',
        unit: 'month',
        offset: NO_OFFSET,
      };
    case 'length':
      return { kind: 'length', count: 1, unit: 'month' };
    case 'day':
      return { kind: 'day', day: days[side] };
    default:
      return { kind: 'open' };
  }
}

const kindOf = (end: PeriodEnd) => (end.kind === 'rolling' ? end.base : end.kind);

export function EndsEditor({ text, rule, days, onChange }: EndsEditorProps) {
  // Ends that make no phrase yet stay here until they do.
  const [draft, setDraft] = useState<{ readonly of: string; readonly ends: Ends } | null>(null);
  const ends = (draft?.of === text ? draft.ends : undefined) ??
    endsOf(text, rule) ?? { from: { kind: 'day', day: days.from }, to: { kind: 'day', day: days.to } };
  const put = (side: Side, end: PeriodEnd) => {
    const next = { ...ends, [side]: end };
    const phrase = phraseOfEnds(next);
    setDraft(phrase === undefined ? { of: text, ends: next } : null);
    if (phrase !== undefined) onChange(phrase);
  };
  const isReversed = phraseOfEnds(ends) === undefined;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', gap: 4 }}>
      {(['from', 'to'] as const).map((side) => (
        <EndRow key={side} side={side} ends={ends} days={days} onChange={(end) => put(side, end)} />
      ))}
      {isReversed && (
        <span role="alert" style={{ fontSize: 12 }}>
          The end lies before the start.
        </span>
      )}
    </div>
  );
}

function EndRow({
  side,
  ends,
  days,
  onChange,
}: {
  side: Side;
  ends: Ends;
  days: EndsEditorProps['days'];
  onChange: (end: PeriodEnd) => void;
}) {
  const end = ends[side];
  const other = ends[side === 'from' ? 'to' : 'from'];
  const name = SIDE_NAMES[side];
  const canBeTied = other.kind !== 'open' && other.kind !== 'length';
  return (
    <div
      role="group"
      aria-label={name}
      style={{ display: 'flex', flexWrap: 'wrap', gap: 6, alignItems: 'center' }}
    >
      <span style={{ width: 34 }}>{name}</span>
      <Pick
        label={name}
        value={kindOf(end)}
        width={210}
        options={[
          { value: 'day', label: 'A fixed day' },
          ...ROLLING_BASES.map((base) => ({ value: base, label: BASE_NAMES[base] })),
          { value: 'edge', label: 'Start or end of a unit' },
          {
            value: 'length',
            label: side === 'from' ? 'So long, up to the end' : 'So long, from the start on',
            disabled: !canBeTied && end.kind !== 'length',
          },
          { value: 'open', label: 'Open', disabled: other.kind === 'length' },
          ...(end.kind === 'point' ? [{ value: 'point', label: end.text }] : []),
        ]}
        onChange={(kind) => onChange(begun(kind, side, days))}
      />
      {end.kind === 'day' && (
        <div style={{ width: 130, display: 'flex' }}>
          <DayField label={`${name}, day`} day={end.day} onDay={(day) => onChange({ kind: 'day', day })} />
        </div>
      )}
      {end.kind === 'edge' && <EdgeFields name={name} end={end} onChange={onChange} />}
      {(end.kind === 'rolling' || end.kind === 'edge') && (
        <OffsetFields name={name} offset={end.offset} onChange={(offset) => onChange({ ...end, offset })} />
      )}
      {end.kind === 'length' && (
        <>
          <Count
            label={`${name}, how many`}
            value={end.count}
            least={1}
            onChange={(count) => onChange({ ...end, count })}
          />
          <UnitPick label={`${name}, unit`} unit={end.unit} onChange={(unit) => onChange({ ...end, unit })} />
        </>
      )}
    </div>
  );
}

/** "plus 3 weeks": how far an end lies from what it goes by. */
function OffsetFields({
  name,
  offset,
  onChange,
}: {
  name: string;
  offset: Offset;
  onChange: (offset: Offset) => void;
}) {
  return (
    <>
      <Count
        label={`${name}, moved by`}
        value={offset.n}
        least={-9999}
        onChange={(n) => onChange({ ...offset, n })}
      />
      {offset.n !== 0 && (
        <UnitPick
          label={`${name}, moved in`}
          unit={offset.unit}
          onChange={(unit) => onChange({ ...offset, unit })}
        />
      )}
    </>
  );
}

function UnitPick({ label, unit, onChange }: { label: string; unit: Unit; onChange: (unit: Unit) => void }) {
  return (
    <Pick
      label={label}
      value={unit}
      width={104}
      options={unitOptions()}
      onChange={(text) => onChange(UNITS.find((entry) => entry === text) ?? unit)}
    />
  );
}

function Pick({
  label,
  value,
  width,
  options,
  onChange,
}: {
  label: string;
  value: string;
  width: number;
  options: readonly { readonly value: string; readonly label: string; readonly disabled?: boolean }[];
  onChange: (value: string) => void;
}) {
  return (
    <TextField
      select
      size="small"
      value={value}
      sx={{ width }}
      slotProps={{ select: { 'aria-label': label } }}
      onChange={(event) => onChange(event.target.value)}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value} disabled={option.disabled === true}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** A whole number, taken as soon as it is one; of its label what follows the comma is seen. */
function Count({
  label,
  value,
  least,
  onChange,
}: {
  label: string;
  value: number;
  least: number;
  onChange: (value: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const fits = (text: string) => /^[+-]?\d{1,4}$/.test(text) && Number(text) >= least;
  return (
    <TextField
      size="small"
      label={label.replace(/^.*, /, '')}
      value={draft ?? String(value)}
      error={draft !== null && !fits(draft)}
      sx={{ width: 72 }}
      onChange={(event) => {
        setDraft(event.target.value);
        if (fits(event.target.value)) onChange(Number(event.target.value));
      }}
      onBlur={() => setDraft(null)}
      onKeyDown={(event) => {
        event.stopPropagation();
        const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
        if (by === undefined || value + by < least) return;
        event.preventDefault();
        setDraft(null);
        onChange(value + by);
      }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: 'numeric', 'aria-label': label } }}
    />
  );
}

/** Which edge of which unit an end is. */
function EdgeFields({
  name,
  end,
  onChange,
}: {
  name: string;
  end: Extract<PeriodEnd, { kind: 'edge' }>;
  onChange: (end: PeriodEnd) => void;
}) {
  return (
    <>
      <Pick
        label={`${name}, edge`}
        value={end.edge}
        width={80}
        options={['start', 'end'].map((value) => ({ value, label: value }))}
        onChange={(edge) => onChange({ ...end, edge: edge === 'start' ? 'start' : 'end' })}
      />
      <Pick
        label={`${name}, which`}
        value={end.which}
        width={80}
        options={['last', 'this', 'next'].map((value) => ({ value, label: value }))}
        onChange={(which) =>
          onChange({ ...end, which: which === 'last' || which === 'next' ? which : 'this' })
        }
      />
      <UnitPick label={`${name}, unit`} unit={end.unit} onChange={(unit) => onChange({ ...end, unit })} />
    </>
  );
}
