'use client';
/** A look at one version of a dashboard, as readers had it; nothing is changed. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { withNamedPeriods } from '../../core/dashboard/document/namedPeriods';
import type { Model } from '../../core/model/model';
import { MODEL_QUERY } from '../ui/modelQuery';
import { PageHeader } from '../ui/PageHeader';
import { createDocumentStore } from '../workspace/documentStore';
import { WorkspaceProvider } from '../workspace/workspace';
import { momentWords } from '../ui/moment';
import type { Revision } from '../../contract/storedDashboards';
import { readRevision, revisionName } from './History';
import { ReadMode } from './read/ReadMode';

export function RevisionPage({ id, entry }: { id: number; entry: number }) {
  const revision = useQuery({
    queryKey: ['revision', id, entry],
    queryFn: () => readRevision(id, entry),
    staleTime: Infinity,
  });
  const model = useQuery({ ...MODEL_QUERY, staleTime: Infinity });
  const error = revision.error ?? model.error;
  if (error) {
    return (
      <>
        <PageHeader />
        <Typography role="alert" sx={{ p: 4 }}>
          {error.message}
        </Typography>
      </>
    );
  }
  if (!revision.data || !model.data) return <LinearProgress aria-label="Opening the version" />;
  return <Look id={id} revision={revision.data} model={model.data} />;
}

function Look({ id, revision, model }: { id: number; revision: Revision; model: Model }) {
  const [store] = useState(() => createDocumentStore(withNamedPeriods(revision.document, model)));
  return (
    <WorkspaceProvider store={store} model={model}>
      <Box sx={{ height: '100vh', display: 'flex', flexDirection: 'column' }}>
        <Box
          component="header"
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            px: 2,
            height: 48,
            flex: 'none',
            bgcolor: 'time.tint',
            borderBottom: 1,
            borderColor: 'hairline',
          }}
        >
          <Typography variant="h2" component="h1" noWrap>
            {revision.document.title}
          </Typography>
          <Typography sx={{ flex: 1 }} color="textSecondary">
            {revisionName(revision)}, saved {momentWords(revision.savedAt)}: only to look at, with the data of
            now
          </Typography>
          <Button component={Link} href={`/dashboards/${id}?mode=arrange`} variant="outlined">
            Back to the dashboard
          </Button>
        </Box>
        <ReadMode />
      </Box>
    </WorkspaceProvider>
  );
}
