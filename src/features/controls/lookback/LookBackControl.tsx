'use client';
/** The look-back: a number and a unit, as a stepper and a slider. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { LookBack } from '../../../core/dashboard/document/document';
import { lookBackOf, lookBackText, type LookBackUnit } from './lookBack';
import { switchedLike } from '../../../core/period/rolling';
import { phraseStyle, role } from '../../../theme/roles';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { usePeriod } from '../usePeriod';

export function LookBackControl({ control, answer }: { control: LookBack; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const [typed, setTyped] = useState<string | null>(null);
  const held = lookBackOf(period.text, control.switches);
  // What a number cannot say is shown as it is; a number takes its place with one click.
  const { count, unit } = held ??
    lookBackOf(control.default, control.switches) ?? { count: control.least, unit: control.units[0]! };
  const limit = (value: number) => Math.max(control.least, Math.min(control.most, value));
  // The units are chosen themselves, only the day that they are counted from stays.
  const dayOnly = control.switches.filter((which) => which === 'today counts');
  const textOf = (nextCount: number, nextUnit: LookBackUnit) =>
    switchedLike(lookBackText(limit(nextCount), nextUnit), period.text, dayOnly, answer.context.anchor);
  const set = (nextCount: number, nextUnit: LookBackUnit = unit) => period.set(textOf(nextCount, nextUnit));
  const type = (text: string | null) => {
    setTyped(text);
    if (text === null) return;
    const value = Number(text);
    if (/^\d+$/.test(text) && value >= control.least && value <= control.most) set(value);
  };
  const outside = typed !== null && (!/^\d+$/.test(typed) || limit(Number(typed)) !== Number(typed));
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 6, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      {!held && (
        <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', gap: 8 }}>
          <span style={{ ...phraseStyle, color: role.time }}>{period.text}</span>
          <Button onClick={() => set(count, unit)} sx={{ minWidth: 0, py: 0 }}>
            Back to {lookBackText(limit(count), unit)}
          </Button>
        </div>
      )}
      {held && (
        <>
          <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 4 }}>
            <span>last</span>
            <Stepper
              name={`Number of ${unit}`}
              count={count}
              least={control.least}
              most={control.most}
              typed={typed}
              isOutside={outside}
              onType={type}
              onCount={(next) => {
                setTyped(null);
                set(next);
              }}
            />
            <UnitChoice
              units={unitsOffered(control.units, unit)}
              unit={unit}
              onUnit={(next) => set(count, next)}
            />
          </div>
          {outside && (
            <span role="alert" style={{ fontSize: 12 }}>
              From {control.least} to {control.most}.
            </span>
          )}
          <div style={{ padding: '0 8px' }}>
            <Slider
              size="small"
              min={control.least}
              max={control.most}
              value={count}
              aria-label={`Last so many ${unit}`}
              onChange={(_, value) => period.preview(textOf(value, unit))}
              onChangeCommitted={(_, value) => set(value)}
            />
          </div>
        </>
      )}
      <HeldChanges id={control.id} />
    </div>
  );
}

/** A number with a button at each side, typed or stepped by keys; `onType` is told null when the field is left. */
function Stepper({
  name,
  count,
  least,
  most,
  typed,
  isOutside,
  onType,
  onCount,
}: {
  name: string;
  count: number;
  least: number;
  most: number;
  /** What stands in the field while it is typed. */
  typed: string | null;
  isOutside: boolean;
  onType: (text: string | null) => void;
  onCount: (count: number) => void;
}) {
  const button = (label: string, sign: string, next: number) => (
    <Button
      aria-label={label}
      onClick={() => onCount(next)}
      disabled={next < least || next > most}
      sx={{ minWidth: 26, p: 0 }}
    >
      {sign}
    </Button>
  );
  return (
    <>
      {button('One fewer', '−', count - 1)}
      <input
        aria-label={name}
        inputMode="numeric"
        value={typed ?? String(count)}
        onChange={(event) => onType(event.target.value)}
        onBlur={() => onType(null)}
        onKeyDown={(event) => {
          const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          onCount(count + by);
        }}
        aria-invalid={isOutside}
        style={{ width: 48, font: 'inherit', textAlign: 'center' }}
      />
      {button('One more', '+', count + 1)}
    </>
  );
}

function UnitChoice({
  units,
  unit,
  onUnit,
}: {
  units: readonly LookBackUnit[];
  unit: LookBackUnit;
  onUnit: (unit: LookBackUnit) => void;
}) {
  if (units.length < 2) return <span>{unit}</span>;
  return (
    <Select
      variant="standard"
      value={unit}
      onChange={(event) => onUnit(event.target.value)}
      inputProps={{ 'aria-label': 'Unit' }}
    >
      {units.map((entry) => (
        <MenuItem key={entry} value={entry}>
          {entry}
        </MenuItem>
      ))}
    </Select>
  );
}

/** The units to choose from, with the one that is held where the designer does not offer it. */
const unitsOffered = (offered: readonly LookBackUnit[], held: LookBackUnit): readonly LookBackUnit[] =>
  offered.includes(held) ? offered : [...offered, held];
