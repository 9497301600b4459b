'use client';
/** Definitions: conditions under a name, changed in one place for every dashboard that uses them. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { readCondition } from '../../core/dashboard/reader/conditions';
import { datasetOf, type Definition, type Model } from '../../core/model/model';
import { ConditionField } from '../ui/ConditionField';
import { Section } from '../ui/Section';
import { definitionBasis } from '../../core/model/fingerprint';
import { requestJson } from '../ui/request';
import { AllTheSame, NamedRow } from './NamedParts';
import { useModelEdit } from './useModelEdit';
import { phraseStyle } from '../../theme/roles';

interface UsedDefinition extends Definition {
  readonly dashboards: readonly { readonly id: number; readonly title: string }[];
}

type Edit = Omit<Definition, 'key'>;

export function Definitions({ model }: { model: Model }) {
  const [edited, setEdited] = useState<string | null>(null);
  const { problem, asked, run } = useModelEdit(() => setEdited(null));
  const found = useQuery({
    queryKey: ['definitions', model.definitions],
    queryFn: () => requestJson<UsedDefinition[]>('/api/definitions'),
  });
  const remove = (key: string, evenIfUsed: boolean) =>
    run(() => requestJson(`/api/definitions/${key}${evenIfUsed ? '?used=yes' : ''}`, { method: 'DELETE' }));
  const [first] = model.datasets;
  return (
    <Section title="Definitions">
      <Typography color="textSecondary" gutterBottom>
        Conditions under a name, for condition controls on any dashboard. A change here changes them all.
      </Typography>
      {problem && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {found.error && <Typography role="alert">{found.error.message}</Typography>}
      {(found.data ?? []).map((definition) =>
        edited === definition.key ? (
          <Box key={definition.key}>
            <DefinitionEditor
              model={model}
              start={definition}
              onSave={(edit) =>
                void run(() =>
                  requestJson(`/api/definitions/${definition.key}`, {
                    method: 'PUT',
                    body: edit,
                    basis: definitionBasis(definition),
                  }),
                )
              }
              onCancel={() => setEdited(null)}
              onRemove={() => void remove(definition.key, false)}
            />
            <AllTheSame asked={asked} onRemove={() => void remove(definition.key, true)} />
          </Box>
        ) : (
          <NamedRow
            key={definition.key}
            name={definition.name}
            under={datasetOf(model, definition.dataset)?.name ?? definition.dataset}
            dashboards={definition.dashboards}
            onChange={() => setEdited(definition.key)}
          >
            <Typography sx={{ ...phraseStyle, flex: 1, overflowWrap: 'anywhere' }}>
              {definition.sql}
            </Typography>
          </NamedRow>
        ),
      )}
      {edited === '' && first ? (
        <DefinitionEditor
          model={model}
          start={{ name: '', dataset: first.key, sql: '' }}
          onSave={(edit) => void run(() => requestJson('/api/definitions', { body: edit }))}
          onCancel={() => setEdited(null)}
        />
      ) : (
        first && (
          <Button variant="outlined" onClick={() => setEdited('')} sx={{ mt: 1 }}>
            Define a condition
          </Button>
        )
      )}
    </Section>
  );
}

function DefinitionEditor({
  model,
  start,
  onSave,
  onCancel,
  onRemove,
}: {
  model: Model;
  start: Edit;
  onSave: (edit: Edit) => void;
  onCancel: () => void;
  onRemove?: () => void;
}) {
  const [edit, setEdit] = useState<Edit>({ name: start.name, dataset: start.dataset, sql: start.sql });
  const isReady = edit.name.trim() !== '' && readCondition(model, edit.dataset, edit.sql).ok;
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: 'hairline' }}>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <TextField
          label="Name"
          value={edit.name}
          onChange={(event) => setEdit({ ...edit, name: event.target.value.slice(0, 100) })}
          sx={{ width: 260 }}
        />
        <TextField
          select
          label="Rows of"
          value={edit.dataset}
          onChange={(event) => setEdit({ ...edit, dataset: event.target.value })}
          sx={{ width: 220 }}
        >
          {model.datasets.map((dataset) => (
            <MenuItem key={dataset.key} value={dataset.key}>
              {dataset.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <ConditionField
        label="Condition"
        value={edit.sql}
        model={model}
        dataset={edit.dataset}
        onCommit={(sql) => setEdit({ ...edit, sql })}
      />
      <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
        <Button
          variant="contained"
          disabled={!isReady}
          onClick={() => onSave({ ...edit, name: edit.name.trim() })}
        >
          Save
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
        {onRemove && (
          <Button color="error" onClick={onRemove}>
            Delete
          </Button>
        )}
      </Box>
    </Box>
  );
}
