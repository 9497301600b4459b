'use client';
/** Small fields for the settings panel. */
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

/** Labels that stand above their fields from the beginning, whatever is in these. */
export const SHRUNK = { inputLabel: { shrink: true }, input: { notched: true } } as const;

/** A text that is taken over on Enter or on leaving the field. `check` gives a sentence when it does not fit. */
export function TextSetting({
  label,
  value,
  placeholder,
  check,
  helper,
  onChange,
}: {
  label: string;
  value: string;
  placeholder?: string;
  check?: (text: string) => string | null;
  helper?: string;
  onChange: (text: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const problem = draft === null ? null : (check?.(draft) ?? null);
  const done = () => {
    if (draft === null || problem !== null) return;
    if (draft !== value) onChange(draft);
    setDraft(null);
  };
  return (
    <TextField
      fullWidth
      margin="dense"
      label={label}
      value={text}
      placeholder={placeholder}
      error={problem !== null}
      helperText={problem ?? helper}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === 'Enter') done();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}

export interface Option {
  readonly value: string;
  readonly label: string;
}

export function ChoiceSetting({
  label,
  value,
  options,
  helper,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly Option[];
  helper?: string;
  onChange: (value: string) => void;
}) {
  const known = options.some((option) => option.value === value);
  return (
    <TextField
      select
      fullWidth
      margin="dense"
      label={label}
      value={value}
      helperText={known ? helper : 'This is not there any more. Choose another.'}
      error={!known}
      onChange={(event) => onChange(event.target.value)}
    >
      {!known && <MenuItem value={value}>{value}</MenuItem>}
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

export function SwitchSetting({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <FormControlLabel
      sx={{ display: 'flex', my: 0.5, ml: -0.5 }}
      control={<Switch size="small" checked={checked} onChange={(event) => onChange(event.target.checked)} />}
      label={label}
    />
  );
}
