'use client';
/** Values that are spelt in several ways: which spelling leads each, and one click that merges them all. */
import { valueCountsSchema } from '../../contract/modelling';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { SharedDimension } from '../../core/model/model';
import {
  spellingGroups,
  visibleSpace,
  withMerged,
  type ColumnValues,
  type SpellingGroup,
} from '../../core/model/sharing';
import { requestAs } from '../ui/request';
import { numberWords } from '../../core/locale';

/** Spellings whose rows are counted at most. */
const MOST_COUNTED = 500;

/** The rows that have each of some values, over all members. */
function useRows(members: SharedDimension['members'], values: readonly string[]) {
  return useQuery({
    queryKey: ['spelling rows', members, values],
    queryFn: () => requestAs(valueCountsSchema, '/api/shared/counts', { body: { members, values } }),
    enabled: values.length > 0,
  }).data;
}

export function SpellingMerge({
  shared,
  values,
  onChange,
}: {
  shared: SharedDimension;
  values: readonly ColumnValues[];
  onChange: (spellings: Record<string, string>) => void;
}) {
  const [leads, setLeads] = useState<Readonly<Record<string, string>>>({});
  const ambiguous = spellingGroups(values, shared.spellings).flatMap(({ forms }) =>
    forms.map(({ value }) => value),
  );
  const rows = useRows(shared.members, ambiguous.slice(0, MOST_COUNTED));
  const groups = spellingGroups(values, shared.spellings, rows).map((group): SpellingGroup => {
    const chosen = leads[group.leading];
    return chosen === undefined ? group : { ...group, leading: chosen };
  });
  if (groups.length === 0) return null;
  return (
    <Box role="group" aria-label={`Spellings in ${shared.name}`} sx={{ mt: 0.5 }}>
      <Typography gutterBottom>
        {groups.length === 1 ? 'One value is' : `${groups.length} values are`} spelt in several ways. Choose
        which spelling stands for all; space that is not seen is shown as ␣.
      </Typography>
      {groups.map(({ forms, leading }) => {
        const first = spellingGroups(values, shared.spellings, rows).find((group) =>
          group.forms.some(({ value }) => value === forms[0]!.value),
        )!.leading;
        const options = [...new Set([first, ...forms.map(({ value }) => value)])];
        return (
          <Box key={first} sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mb: 0.5 }}>
            <span>
              {forms
                .map(
                  ({ value, rows: count }) =>
                    `“${visibleSpace(value)}”${count === null ? '' : ` (${numberWords(count)} rows)`}`,
                )
                .join(', ')}
            </span>
            <TextField
              select
              label={`${visibleSpace(forms[0]!.value)}: shown as`}
              value={leading}
              onChange={(event) => setLeads({ ...leads, [first]: event.target.value })}
              sx={{ minWidth: 180 }}
            >
              {options.map((value) => (
                <MenuItem key={value} value={value}>
                  {visibleSpace(value)}
                </MenuItem>
              ))}
            </TextField>
          </Box>
        );
      })}
      <Button
        color="secondary"
        variant="outlined"
        onClick={() => onChange(withMerged(shared.spellings, groups))}
      >
        {groups.length === 1 ? 'Merge the spelling' : `Merge all ${groups.length}`}
      </Button>
    </Box>
  );
}
