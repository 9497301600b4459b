'use client';
/** Definitions: conditions under a name, changed in one place for every dashboard that uses them. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import NextLink from 'next/link';
import { useState } from 'react';
import { readCondition } from '../../core/dashboard/reader/conditions';
import { datasetOf, type Definition, type Model } from '../../core/model/model';
import { ConditionField } from '../ui/ConditionField';
import { Section } from '../ui/Section';
import { definitionBasis } from '../../core/model/fingerprint';
import { requestJson, RequestError } from '../ui/request';
import { phraseStyle } from '../../theme/roles';

interface UsedDefinition extends Definition {
  readonly dashboards: readonly { readonly id: number; readonly title: string }[];
}

type Edit = Omit<Definition, 'key'>;

export function Definitions({ model }: { model: Model }) {
  const client = useQueryClient();
  const [edited, setEdited] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const found = useQuery({
    queryKey: ['definitions', model.definitions],
    queryFn: () => requestJson<UsedDefinition[]>('/api/definitions'),
  });
  const run = async (work: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await work();
      setEdited(null);
      setAsked(null);
      await client.invalidateQueries({ queryKey: ['model'] });
    } catch (error) {
      if (error instanceof RequestError && error.code === 'in-use') setAsked(error.message);
      else setProblem(error instanceof Error ? error.message : String(error));
    }
  };
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
            {asked !== null && (
              <Box role="alert" sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}>
                <Typography color="warning">{asked}</Typography>
                <Button color="error" onClick={() => void remove(definition.key, true)}>
                  Delete it all the same
                </Button>
              </Box>
            )}
          </Box>
        ) : (
          <Box
            key={definition.key}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'baseline',
              py: 0.75,
              borderTop: 1,
              borderColor: 'hairline',
            }}
          >
            <Box sx={{ width: 200, flex: 'none' }}>
              <Typography sx={{ fontWeight: 650 }}>{definition.name}</Typography>
              <Typography variant="body2" color="textSecondary">
                {datasetOf(model, definition.dataset)?.name ?? definition.dataset}
              </Typography>
            </Box>
            <Typography sx={{ ...phraseStyle, flex: 1, overflowWrap: 'anywhere' }}>
              {definition.sql}
            </Typography>
            <Typography variant="body2" color="textSecondary" sx={{ width: 260, flex: 'none' }}>
              {definition.dashboards.length === 0 ? 'used nowhere yet' : 'used on '}
              {definition.dashboards.map((dashboard, i) => (
                <span key={dashboard.id}>
                  {i > 0 && ', '}
                  <Link component={NextLink} href={`/dashboards/${dashboard.id}`}>
                    {dashboard.title}
                  </Link>
                </span>
              ))}
            </Typography>
            <Button onClick={() => setEdited(definition.key)} aria-label={`Change ${definition.name}`}>
              Change
            </Button>
          </Box>
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
