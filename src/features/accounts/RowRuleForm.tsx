'use client';
import { columnValuesSchema } from '../../contract/datasets';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Group } from '../../contract/people';
import { rowRuleSchema, type RowRule } from '../../contract/rowRules';
import type { SharedDimension } from '../../core/model/model';
import { parsePhrase } from '../../core/period/parse';
import { InlineForm } from '../ui/InlineForm';
import { requestAs } from '../ui/request';

const BLANK = '(blank)';
const DAYS_ALONE = '';

/** The values of a dimension over all its columns, as they are shown. */
async function valuesOf({ members, spellings }: SharedDimension): Promise<string[]> {
  const lists = await Promise.all(
    members.map(({ dataset, column }) =>
      requestAs(
        columnValuesSchema,
        `/api/datasets/${encodeURIComponent(dataset)}/values?${new URLSearchParams({ column })}`,
      ),
    ),
  );
  return [...new Set(lists.flat().map((value) => spellings[value] ?? value))].sort();
}

export function RowRuleForm({
  given,
  groups,
  shared,
  onSave,
  onCancel,
}: {
  given: RowRule | null;
  groups: readonly Group[];
  shared: readonly SharedDimension[];
  onSave: (rule: RowRule) => Promise<void>;
  onCancel: () => void;
}) {
  const [group, setGroup] = useState(given?.group ?? groups[0]!.id);
  const [dimension, setDimension] = useState(
    given ? (given.dimension ?? DAYS_ALONE) : (shared[0]?.key ?? DAYS_ALONE),
  );
  const [values, setValues] = useState<string[]>((given?.values ?? []).map((value) => value ?? BLANK));
  const [phrase, setPhrase] = useState(given?.phrase ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = shared.find(({ key }) => key === dimension);
  const offered = useQuery({
    queryKey: ['values of a dimension', dimension],
    queryFn: () => valuesOf(chosen!),
    enabled: chosen !== undefined,
  });
  const save = async () => {
    const parsed = phrase.trim() === '' ? null : parsePhrase(phrase);
    if (parsed && !parsed.ok) {
      setProblem(parsed.error.message);
      return;
    }
    const rule = rowRuleSchema.safeParse({
      group,
      dimension: chosen ? chosen.key : null,
      values: chosen ? values.map((value) => (value === BLANK ? null : value)) : null,
      phrase: phrase.trim() === '' ? null : phrase.trim(),
    });
    setProblem(rule.success ? null : rule.error.issues[0]!.message);
    if (rule.success) await onSave(rule.data);
  };
  return (
    <InlineForm name="Rule on rows" onSubmit={save}>
      {problem !== null && (
        <Typography role="alert" color="error" sx={{ flex: '1 1 100%' }}>
          {problem}
        </Typography>
      )}
      <TextField
        select
        label="People of"
        value={group}
        onChange={(event) => setGroup(Number(event.target.value))}
        sx={{ minWidth: 140 }}
      >
        {groups.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="see of"
        value={dimension}
        onChange={(event) => {
          setDimension(event.target.value);
          setValues([]);
        }}
        sx={{ minWidth: 160 }}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        {shared.map(({ key, name }) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
        <MenuItem value={DAYS_ALONE}>days alone</MenuItem>
      </TextField>
      {chosen && (
        <Autocomplete
          multiple
          size="small"
          sx={{ flex: '1 1 260px' }}
          options={[...(offered.data ?? []), BLANK]}
          value={values}
          onChange={(_, next) => setValues(next)}
          renderInput={(input) => <TextField {...input} label="only these values" />}
        />
      )}
      <TextField
        label="and only the days of"
        placeholder="all days"
        value={phrase}
        onChange={(event) => setPhrase(event.target.value)}
        helperText="A period, such as “last 3 full months”"
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="contained">
        Save
      </Button>
      <Button onClick={onCancel}>Cancel</Button>
    </InlineForm>
  );
}
