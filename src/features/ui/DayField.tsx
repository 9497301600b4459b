'use client';
/** A day to be typed: ISO, in the locale's order, or with the month's name. */
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Day } from '../../core/calendar/day';
import { dayWords, shortDayWords } from '../../core/calendar/names';
import { dateOrderOf, readDayText, readShortYear } from '../../core/calendar/readDay';
import { currentLocale } from '../../core/locale';

export interface DayFieldProps {
  readonly label: string;
  readonly day: Day | undefined;
  readonly disabled?: boolean;
  /** A sentence when a day cannot be taken; null when it can. */
  readonly refuse?: (day: Day) => string | null;
  readonly onDay: (day: Day) => void;
}

export function DayField({ label, day, disabled = false, refuse, onDay }: DayFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const order = dateOrderOf(currentLocale().numbers);
  const shown = day === undefined || !Number.isFinite(day) ? '' : shortDayWords(day, true);
  const read = draft === null ? undefined : readDayText(draft, order);
  const meant = draft === null || read !== undefined ? undefined : readShortYear(draft, order);
  const problem =
    draft === null || draft.trim() === ''
      ? null
      : meant !== undefined
        ? (refuse?.(meant) ?? `${dayWords(meant)}? Enter takes it.`)
        : read === undefined
          ? 'No such day. Write 2026-03-14 or 14 Mar 2026.'
          : (refuse?.(read) ?? null);
  const take = (found: Day | undefined) => {
    if (found !== undefined && found !== day) onDay(found);
    setDraft(null);
  };
  const done = () => {
    if (problem === null) take(draft === null ? undefined : read);
  };
  return (
    <TextField
      label={label}
      value={draft ?? shown}
      disabled={disabled}
      error={problem !== null}
      helperText={problem}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        event.stopPropagation();
        // A year of two digits is taken only by who has read which year it is.
        if (event.key === 'Enter' && meant !== undefined && !refuse?.(meant)) take(meant);
        else if (event.key === 'Enter') done();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { style: { padding: '5px 8px', fontSize: 12 } } }}
      sx={{ minWidth: 0, flex: 1 }}
    />
  );
}
