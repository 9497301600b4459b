'use client';
/** One shared dimension: its members, how far they agree, and spellings that count as others. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Model, SharedDimension } from '../../core/model/model';
import { agreementOf, visibleSpace, type ColumnValues } from '../../core/model/sharing';
import { role } from '../../theme/roles';
import { TextSetting } from '../ui/fields';
import { RemoveButton } from '../ui/RemoveButton';
import { SpellingMerge } from './SpellingMerge';
import { agreementWords, memberWords } from './sharedWords';

/** A shared dimension in the making. */
export type Draft = Omit<SharedDimension, 'key'>;

export function SharedEntry({
  model,
  shared,
  columns,
  onChange,
  onRemove,
  onUndo,
}: {
  model: Model;
  shared: SharedDimension;
  columns: readonly ColumnValues[];
  onChange: (draft: Draft) => void;
  onRemove: () => Promise<unknown>;
  onUndo: () => Promise<unknown>;
}) {
  const values = shared.members.flatMap((member) =>
    columns.filter((entry) => entry.dataset === member.dataset && entry.column === member.column),
  );
  const agreement = agreementOf(values, shared.spellings);
  const set = (part: Partial<Draft>) =>
    onChange({ name: shared.name, members: shared.members, spellings: shared.spellings, ...part });
  return (
    <Box
      role="group"
      aria-label={`Shared dimension ${shared.name}`}
      sx={{ borderBottom: 1, borderColor: 'hairline', pb: 1.5, mb: 1.5 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
        <Box sx={{ width: 220 }}>
          <TextSetting
            label="Name"
            value={shared.name}
            check={(text) => (text.trim() === '' ? 'It needs a name.' : null)}
            onChange={(name) => set({ name: name.trim().slice(0, 100) })}
          />
        </Box>
        <Members model={model} shared={shared} columns={columns} onChange={(members) => set({ members })} />
        <RemoveButton
          name={shared.name}
          label="Take apart"
          done="is taken apart: its columns are on their own again"
          uses={{ shared: shared.key }}
          onRemove={onRemove}
          onUndo={onUndo}
        />
      </Box>
      {values.length > 1 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          {agreementWords(model, agreement)}
        </Typography>
      )}
      <SpellingMerge shared={shared} values={values} onChange={(spellings) => set({ spellings })} />
      <Spellings shared={shared} values={values} onChange={(spellings) => set({ spellings })} />
    </Box>
  );
}

/** The columns of a shared dimension, and those that can be added: one of each dataset, in no other dimension. */
function Members({
  model,
  shared,
  columns,
  onChange,
}: {
  model: Model;
  shared: SharedDimension;
  columns: readonly ColumnValues[];
  onChange: (members: SharedDimension['members']) => void;
}) {
  const inUse = new Set(
    model.shared.flatMap((entry) => entry.members.map((member) => `${member.dataset}/${member.column}`)),
  );
  const addable = columns.filter(
    (entry) =>
      !inUse.has(`${entry.dataset}/${entry.column}`) &&
      !shared.members.some((member) => member.dataset === entry.dataset),
  );
  return (
    <Box sx={{ flex: 1, display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      {shared.members.map((member) => (
        <span
          key={`${member.dataset}/${member.column}`}
          style={{
            background: role.choiceTint,
            borderRadius: 3,
            padding: '2px 4px 2px 8px',
            display: 'inline-flex',
            alignItems: 'center',
          }}
        >
          {memberWords(model, member)}
          <Button
            sx={{ minWidth: 0, px: 0.75, py: 0 }}
            aria-label={`Take ${memberWords(model, member)} out`}
            onClick={() => onChange(shared.members.filter((other) => other !== member))}
          >
            ×
          </Button>
        </span>
      ))}
      {addable.length > 0 && (
        <TextField
          select
          label="Add a column"
          value=""
          onChange={(event) => {
            const [dataset = '', column = ''] = event.target.value.split('/');
            onChange([...shared.members, { dataset, column }]);
          }}
          sx={{ minWidth: 170 }}
        >
          {addable.map((entry) => (
            <MenuItem key={`${entry.dataset}/${entry.column}`} value={`${entry.dataset}/${entry.column}`}>
              {memberWords(model, entry)}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Box>
  );
}

/** Spellings that stand for another value, and a place to add one by hand. */
function Spellings({
  shared,
  values,
  onChange,
}: {
  shared: SharedDimension;
  values: readonly ColumnValues[];
  onChange: (spellings: Record<string, string>) => void;
}) {
  const [from, setFrom] = useState('');
  const merged = Object.entries(shared.spellings);
  const shown = [...new Set(values.flatMap((entry) => entry.values))]
    .filter((value) => shared.spellings[value] === undefined)
    .sort();
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mt: 0.5 }}>
      {merged.map(([spelling, value]) => (
        <span
          key={spelling}
          style={{
            border: `1px solid ${role.hairline}`,
            borderRadius: 3,
            padding: '1px 4px 1px 8px',
            fontSize: 12,
          }}
        >
          “{visibleSpace(spelling)}” counts as “{value}”
          <Button
            sx={{ minWidth: 0, px: 0.75, py: 0 }}
            aria-label={`Let ${spelling} stand for itself`}
            onClick={() => onChange(Object.fromEntries(merged.filter(([other]) => other !== spelling)))}
          >
            ×
          </Button>
        </span>
      ))}
      <TextField
        select
        label="Let"
        value={from}
        onChange={(event) => setFrom(event.target.value)}
        sx={{ minWidth: 150 }}
      >
        {shown.map((value) => (
          <MenuItem key={value} value={value}>
            {visibleSpace(value)}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="count as"
        value=""
        disabled={from === ''}
        onChange={(event) => {
          // Spellings that led to this one lead to the new one.
          const moved = merged.map(([spelling, value]) => [
            spelling,
            value === from ? event.target.value : value,
          ]);
          onChange({ ...Object.fromEntries(moved), [from]: event.target.value } as Record<string, string>);
          setFrom('');
        }}
        sx={{ minWidth: 150 }}
      >
        {shown
          .filter((value) => value !== from)
          .map((value) => (
            <MenuItem key={value} value={value}>
              {visibleSpace(value)}
            </MenuItem>
          ))}
      </TextField>
    </Box>
  );
}
