'use client';
import { columnValuesSchema } from '../../contract/datasets';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Group } from '../../contract/people';
import { rowRuleSchema, type RowRule } from '../../contract/rowRules';
import type { SharedDimension } from '../../core/model/model';
import { parsePhrase } from '../../core/period/parse';
import { ChoiceField } from '../ui/ChoiceField';
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

/** Values of a dimension, and the one that stands for blank. */
function ValuesField({
  dimension,
  values,
  onChange,
}: {
  dimension: SharedDimension;
  values: string[];
  onChange: (values: string[]) => void;
}) {
  const offered = useQuery({
    queryKey: ['values of a dimension', dimension.key],
    queryFn: () => valuesOf(dimension),
  });
  return (
    <Autocomplete
      multiple
      size="small"
      sx={{ flex: '1 1 260px' }}
      options={[...(offered.data ?? []), BLANK]}
      value={values}
      onChange={(_, next) => onChange(next)}
      renderInput={(input) => <TextField {...input} label="only these values" />}
    />
  );
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
      <ChoiceField
        sx={{ minWidth: 150 }}
        label="People of"
        value={String(group)}
        options={groups.map(({ id, name }) => [String(id), name])}
        onChange={(id) => setGroup(Number(id))}
      />
      <ChoiceField
        sx={{ minWidth: 150 }}
        label="see of"
        value={dimension}
        options={[...shared.map(({ key, name }) => [key, name] as const), [DAYS_ALONE, 'days alone']]}
        onChange={(key) => {
          setDimension(key);
          setValues([]);
        }}
      />
      {chosen && <ValuesField dimension={chosen} values={values} onChange={setValues} />}
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
