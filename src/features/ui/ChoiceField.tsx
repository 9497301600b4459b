'use client';
/** A choice among values, each with its words; one of them may be empty. */
import MenuItem from '@mui/material/MenuItem';
import TextField, { type TextFieldProps } from '@mui/material/TextField';

export function ChoiceField({
  value,
  options,
  onChange,
  ...look
}: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
} & Pick<TextFieldProps, 'fullWidth' | 'margin' | 'sx'>) {
  return (
    <TextField
      {...look}
      select
      value={value}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {options.map(([option, words]) => (
        <MenuItem key={option} value={option}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}
