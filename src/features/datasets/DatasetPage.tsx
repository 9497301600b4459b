'use client';
/** One dataset: coverage by date role, columns, measures, refused rows, loads. */
import type { DatasetEdit, DatasetSummary } from '../../contract/datasets';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { TextSetting } from '../ui/fields';
import { useNotice } from '../ui/Notice';
import { useWanted } from '../ui/useWanted';
import { RemoveButton } from '../ui/RemoveButton';
import { PageHeader } from '../ui/PageHeader';
import { requestJson } from '../ui/request';
import { changeDataset, copyAgain, readDataset } from './api';
import { ColumnsSection } from './ColumnsSection';
import { CoverageSection } from './CoverageSection';
import { LoadsSection, RefusalsSection } from './LoadsSection';
import { NodesNote } from './NodesNote';
import { RhythmSection } from './RhythmSection';
import { MeasuresSection } from './MeasuresSection';
import { numberWords } from '../../core/locale';
import { momentWords } from '../ui/moment';

const NOTHING: DatasetEdit = {};

/** A dataset as it will be once an edit has come back. */
function withEdit(
  dataset: DatasetSummary,
  { name, roles, categories, measures, rhythm }: DatasetEdit,
): DatasetSummary {
  return {
    ...dataset,
    name: name ?? dataset.name,
    roles: roles ? [...roles] : dataset.roles,
    measures: measures ? [...measures] : dataset.measures,
    ...(rhythm === undefined ? {} : { rhythm }),
    columns: categories
      ? dataset.columns.map((column) => ({ ...column, category: categories.includes(column.key) }))
      : dataset.columns,
  };
}

export function DatasetPage({ datasetKey }: { datasetKey: string }) {
  const client = useQueryClient();
  const notice = useNotice();
  const dataset = useQuery({ queryKey: ['dataset', datasetKey], queryFn: () => readDataset(datasetKey) });
  const [edit, want] = useWanted<DatasetEdit>(NOTHING, async (wanted) => {
    const known = client.getQueryData<DatasetSummary>(['dataset', datasetKey]);
    if (!known) return;
    try {
      const changed = await changeDataset(known, wanted);
      client.setQueryData(['dataset', datasetKey], changed);
      void client.invalidateQueries({ queryKey: ['datasets'] });
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
      await client.invalidateQueries({ queryKey: ['dataset', datasetKey] });
    }
  });
  const shown = dataset.data && withEdit(dataset.data, edit);
  const title = shown?.name ?? 'Dataset';
  useEffect(() => {
    document.title = `${title} · Dathen`;
  }, [title]);
  /** What was wanted before and is on its way stays wanted. */
  const change = (more: DatasetEdit) => want({ ...edit, ...more });
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1160, mx: 'auto', p: 3 }}>
        {dataset.error && <Typography role="alert">{dataset.error.message}</Typography>}
        {shown && (
          <>
            <Box
              sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 1, mb: 2 }}
            >
              <Typography variant="h1">{shown.name}</Typography>
              <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
                {freshnessWords(shown)}
              </Typography>
              <Box sx={{ width: 220 }}>
                <TextSetting
                  label="Name"
                  value={shown.name}
                  check={(text) => (text.trim() === '' ? 'A dataset needs a name.' : null)}
                  onChange={(name) => change({ name })}
                />
              </Box>
              {shown.origin?.mode === 'copy' && <CopyAgainButton datasetKey={datasetKey} />}
              <DeleteButton name={shown.name} datasetKey={datasetKey} />
            </Box>
            {shown.nodes.length > 0 && <NodesNote nodes={shown.nodes} />}
            <RhythmSection dataset={shown} onChange={change} />
            <CoverageSection dataset={shown} />
            <ColumnsSection dataset={shown} onChange={change} />
            <MeasuresSection dataset={shown} onChange={change} />
            <RefusalsSection dataset={shown} />
            <LoadsSection dataset={shown} />
          </>
        )}
      </Box>
    </>
  );
}

/** Fetches the rows of the table of another database once more. */
function CopyAgainButton({ datasetKey }: { datasetKey: string }) {
  const client = useQueryClient();
  const notice = useNotice();
  const copy = useMutation({
    mutationFn: () => copyAgain(datasetKey, () => undefined, new AbortController().signal),
    onSuccess: ({ loaded, refused }) => {
      notice({ text: `${numberWords(loaded)} loaded, ${numberWords(refused)} refused` });
      void client.invalidateQueries({ queryKey: ['dataset', datasetKey] });
    },
    onError: (error) => notice({ text: error.message }),
  });
  return (
    <Button disabled={copy.isPending} onClick={() => copy.mutate()}>
      {copy.isPending ? 'Copying…' : 'Copy again'}
    </Button>
  );
}

/** Rows, where they come from, and how fresh they are. */
function freshnessWords(dataset: DatasetSummary): string {
  const rows = `${numberWords(dataset.rows)} rows from ${dataset.source}`;
  if (dataset.live) return `${rows}, read live`;
  return `${rows}, loaded ${momentWords(dataset.loadedAt)}; days in ${dataset.timeZone}`;
}

/** Puts the dataset into the bin. */
function DeleteButton({ name, datasetKey }: { name: string; datasetKey: string }) {
  const router = useRouter();
  const client = useQueryClient();
  const address = `/api/datasets/${datasetKey}`;
  const refresh = () =>
    Promise.all(['datasets', 'bin'].map((key) => client.invalidateQueries({ queryKey: [key] })));
  return (
    <RemoveButton
      name={name}
      label="Delete"
      done="is in the bin"
      uses={{ dataset: datasetKey }}
      warning="It goes to the bin with all its rows, and can be brought back for 30 days. Visuals that show it will say that it is missing."
      onRemove={async () => {
        await requestJson(address, { method: 'DELETE' });
        await refresh();
        router.push('/datasets');
      }}
      onUndo={async () => {
        await requestJson(`${address}/restore`, { method: 'POST' });
        await refresh();
      }}
    />
  );
}
