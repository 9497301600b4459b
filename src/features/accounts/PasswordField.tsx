'use client';
import TextField from '@mui/material/TextField';
import { SHRUNK } from '../ui/fields';
import { LEAST_PASSWORD } from '../../contract/people';

/** A password that is chosen anew. */
export function PasswordField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const isShort = value !== '' && value.length < LEAST_PASSWORD;
  return (
    <TextField
      slotProps={SHRUNK}
      label={label}
      type="password"
      value={value}
      autoComplete="new-password"
      error={isShort}
      helperText={
        isShort
          ? `${LEAST_PASSWORD - value.length} more ${LEAST_PASSWORD - value.length === 1 ? 'character' : 'characters'}`
          : `At least ${LEAST_PASSWORD} characters; a sentence is easy to keep`
      }
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
