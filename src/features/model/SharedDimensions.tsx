'use client';
/** Shared dimensions: those there are, those that seem to be there, and how far their values agree. */
import { suggestionsSchema } from '../../contract/modelling';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { columnOf, type Model, type SharedDimension } from '../../core/model/model';
import type { ColumnValues, SharedSuggestion } from '../../core/model/sharing';
import { Section } from '../ui/Section';
import { sharedBasis } from '../../core/model/fingerprint';
import { MODEL_QUERY } from '../ui/modelQuery';
import { requestAs, requestJson } from '../ui/request';
import { useWanted } from '../ui/useWanted';
import { SharedEntry, type Draft } from './SharedEntry';
import { agreementWords, memberWords } from './sharedWords';

type Run = (work: () => Promise<unknown>) => Promise<void>;

/** A shared dimension that there is: what is wanted of it is shown at once. */
function KnownShared({
  model,
  shared,
  columns,
  run,
}: {
  model: Model;
  shared: SharedDimension;
  columns: readonly ColumnValues[];
  run: Run;
}) {
  const address = `/api/shared/${shared.key}`;
  const client = useQueryClient();
  const runOrThrow = async (work: () => Promise<unknown>) => {
    await work();
    await client.invalidateQueries({ queryKey: ['model'] });
  };
  const [draft, want] = useWanted<Draft>(shared, (body) =>
    run(() => {
      // What is known now: an earlier change of one's own may have come back since this one was wanted.
      const known = client
        .getQueryData<Model>(MODEL_QUERY.queryKey)
        ?.shared.find(({ key }) => key === shared.key);
      return requestJson(address, { method: 'PUT', body, basis: sharedBasis(known ?? shared) });
    }),
  );
  return (
    <SharedEntry
      model={model}
      shared={{ ...draft, key: shared.key }}
      columns={columns}
      onChange={want}
      onRemove={() => runOrThrow(() => requestJson(address, { method: 'DELETE' }))}
      onUndo={() => {
        const { name, members, spellings } = shared;
        return runOrThrow(() => requestJson('/api/shared', { body: { name, members, spellings } }));
      }}
    />
  );
}

export function SharedDimensions({ model }: { model: Model }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const found = useQuery({
    queryKey: ['shared suggestions', model.shared, model.datasets.map((dataset) => dataset.load)],
    queryFn: () => requestAs(suggestionsSchema, '/api/shared/suggestions'),
  });
  const run: Run = async (work) => {
    setProblem(null);
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['model'] });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const columns = found.data?.columns ?? [];
  const make = (draft: Draft) => run(() => requestJson('/api/shared', { body: draft }));
  return (
    <Section title="Shared dimensions">
      {problem && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {found.error && <Typography role="alert">{found.error.message}</Typography>}
      {model.shared.length === 0 && (
        <Typography gutterBottom>
          Nothing is shared yet. A slicer reaches the datasets that share its dimension, so name what means
          the same.
        </Typography>
      )}
      {model.shared.map((entry) => (
        <KnownShared key={entry.key} model={model} shared={entry} columns={columns} run={run} />
      ))}
      {(found.data?.suggestions ?? []).map((suggestion) => (
        <Suggested
          key={`${suggestion.name} ${suggestion.members.length}`}
          model={model}
          suggestion={suggestion}
          onAccept={(draft) => void make(draft)}
        />
      ))}
      <NewShared columns={columns} model={model} onMake={(draft) => void make(draft)} />
    </Section>
  );
}

function Suggested({
  model,
  suggestion,
  onAccept,
}: {
  model: Model;
  suggestion: SharedSuggestion;
  onAccept: (draft: Draft) => void;
}) {
  const { name, members } = suggestion;
  return (
    <Box
      role="group"
      aria-label={`Suggestion ${name}`}
      sx={{
        border: '1px dashed',
        borderColor: 'choice.main',
        borderRadius: 1,
        p: 1.5,
        mb: 1,
        display: 'flex',
        gap: 2,
        alignItems: 'center',
      }}
    >
      <div style={{ flex: 1 }}>
        <Typography>
          These seem to mean the same:{' '}
          <strong>{members.map((member) => memberWords(model, member)).join(', ')}</strong>
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {agreementWords(model, suggestion)}
        </Typography>
      </div>
      <Button
        variant="contained"
        color="secondary"
        onClick={() => onAccept({ name, members: [...members], spellings: {} })}
      >
        Share them as “{name}”
      </Button>
    </Box>
  );
}

function NewShared({
  columns,
  model,
  onMake,
}: {
  columns: readonly ColumnValues[];
  model: Model;
  onMake: (draft: Draft) => void;
}) {
  const inUse = new Set(
    model.shared.flatMap((entry) => entry.members.map((member) => `${member.dataset}/${member.column}`)),
  );
  const free = columns.filter((entry) => !inUse.has(`${entry.dataset}/${entry.column}`));
  if (free.length === 0) return null;
  return (
    <TextField
      select
      label="Begin a shared dimension with"
      value=""
      onChange={(event) => {
        const [dataset = '', column = ''] = event.target.value.split('/');
        const name = (columnOf(model, dataset, column)?.name ?? column)
          .replace(/_/g, ' ')
          .replace(/^./, (letter) => letter.toUpperCase());
        onMake({ name, members: [{ dataset, column }], spellings: {} });
      }}
      sx={{ minWidth: 260, mt: 1 }}
    >
      {free.map((entry) => (
        <MenuItem key={`${entry.dataset}/${entry.column}`} value={`${entry.dataset}/${entry.column}`}>
          {memberWords(model, entry)}
        </MenuItem>
      ))}
    </TextField>
  );
}
