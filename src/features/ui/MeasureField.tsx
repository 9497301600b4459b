'use client';
/** Chooses a measure of the model: grouped by dataset, found by typing. */
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { quietStyle } from '../../theme/roles';
import type { Option } from './fields';

export interface MeasureOption extends Option {
  readonly dataset: string;
}

export function MeasureField({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  /** `dataset/measure`, or the value of another option. */
  value: string;
  options: readonly MeasureOption[];
  onChange: (value: string) => void;
}) {
  const known = options.find((option) => option.value === value);
  const shown = known ?? { value, label: value, dataset: '' };
  return (
    <Autocomplete
      disableClearable
      autoHighlight
      options={[...(known ? [] : [shown]), ...options]}
      groupBy={(option) => option.dataset}
      getOptionKey={(option) => option.value}
      isOptionEqualToValue={(a, b) => a.value === b.value}
      renderGroup={({ key, group, children }) => (
        <li key={key} role="group" aria-label={group}>
          <div aria-hidden="true" style={{ ...quietStyle, padding: '4px 12px 0' }}>
            {group}
          </div>
          <ul role="none" style={{ margin: 0, padding: 0, listStyle: 'none' }}>
            {children}
          </ul>
        </li>
      )}
      value={shown}
      onChange={(_, option) => onChange(option.value)}
      renderInput={(params) => (
        <TextField
          {...params}
          fullWidth
          margin="dense"
          label={label}
          error={!known}
          helperText={known ? undefined : 'This is not there any more. Choose another.'}
        />
      )}
    />
  );
}
