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

/** The day that a draft is; the one that it may mean, to be taken by who reads it; what is wrong with it. */
interface DraftRead {
  readonly read?: Day | undefined;
  readonly meant?: Day | undefined;
  readonly problem: string | null;
}

function readDraft(draft: string | null, refuse: (day: Day) => string | null): DraftRead {
  if (draft === null || draft.trim() === '') return { problem: null };
  const order = dateOrderOf(currentLocale().numbers);
  const read = readDayText(draft, order);
  if (read !== undefined) return { read, problem: refuse(read) };
  const meant = readShortYear(draft, order);
  return meant === undefined
    ? { problem: 'No such day. Write 2026-03-14 or 14 Mar 2026.' }
    : { meant, problem: refuse(meant) ?? `${dayWords(meant)}? Enter takes it.` };
}

export function DayField({ label, day, disabled = false, refuse, onDay }: DayFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const shown = day === undefined || !Number.isFinite(day) ? '' : shortDayWords(day, true);
  const { read, meant, problem } = readDraft(draft, (found) => refuse?.(found) ?? null);
  const take = (found: Day | undefined) => {
    if (found !== undefined && found !== day) onDay(found);
    setDraft(null);
  };
  const done = () => {
    if (problem === null) take(read);
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
