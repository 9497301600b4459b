'use client';
/** A field for a number as people of a locale type it; what could be two numbers is asked about. */
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { currentLocale, numberWords } from '../../core/locale';
import { numberMarksOf, readNumber } from '../../core/model/readNumber';

/** A number in the locale's way; empty for none. */
export const numberText = (value: number | null) => (value === null ? '' : numberWords(value, { most: 9 }));

export function NumberField({
  label,
  value,
  hint,
  refuse,
  onChange,
}: {
  label: string;
  value: number | null;
  /** Shown while the field is empty. */
  hint: number | null;
  /** Why a number cannot be taken; null where it can. */
  refuse: (value: number | null) => string | null;
  onChange: (value: number | null) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const read = draft === null ? null : readNumber(draft, numberMarksOf(currentLocale().numbers));
  const typed = read === null ? value : read.kind === 'none' ? undefined : read.value;
  const problem =
    read === null
      ? null
      : typed === undefined
        ? 'A number.'
        : (refuse(typed) ?? (read.kind === 'meant' ? `${numberText(typed)}? Enter takes it.` : null));
  const take = (found: number | null) => {
    if (found !== value) onChange(found);
    setDraft(null);
  };
  const done = () => {
    if (read !== null && problem === null && typed !== undefined) take(typed);
  };
  return (
    <TextField
      fullWidth
      margin="dense"
      label={label}
      value={draft ?? numberText(value)}
      placeholder={numberText(hint)}
      error={problem !== null}
      helperText={problem}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && read?.kind === 'meant' && refuse(read.value) === null) take(read.value);
        else if (event.key === 'Enter') done();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: 'decimal' } }}
    />
  );
}
