'use client';
/** Loads a dashboard's design and model, and opens it for what stands inside. */
import { openedDashboardSchema } from '../../contract/storedDashboards';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect, useState, type ReactNode } from 'react';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { withNamedPeriods } from '../../core/dashboard/document/namedPeriods';
import type { Model } from '../../core/model/model';
import { prepareEngine } from '../../engine/client';
import { viewOf as controlView } from '../controls/kinds';
import { MODEL_QUERY } from '../ui/modelQuery';
import { PageHeader } from '../ui/PageHeader';
import { requestAs } from '../ui/request';
import type { StoredDashboard } from '../../contract/storedDashboards';
import { viewOf as visualView } from '../visuals/kinds';
import { createDocumentStore } from '../workspace/documentStore';
import { useModelEvents } from '../workspace/useModelEvents';
import { useDocument, WorkspaceProvider } from '../workspace/workspace';

type Inside = (stored: StoredDashboard) => ReactNode;

export function OpenDashboard({ id, children }: { id: number; children: Inside }) {
  const dashboard = useQuery({
    queryKey: ['dashboard', id],
    queryFn: () => requestAs(openedDashboardSchema, `/api/dashboards/${id}`),
    staleTime: Infinity,
    gcTime: 0,
  });
  const model = useQuery({ ...MODEL_QUERY, staleTime: Infinity, gcTime: 0 });
  useModelEvents();
  useEffect(prepareEngine, []);
  const error = dashboard.error ?? (model.data ? null : model.error);
  if (error) {
    return (
      <>
        <PageHeader />
        <Box component="main" sx={{ p: 4 }}>
          <Typography role="alert" gutterBottom>
            {error.message}
          </Typography>
          <Button component={Link} href="/" variant="contained">
            All dashboards
          </Button>
        </Box>
      </>
    );
  }
  if (!dashboard.data || !model.data) return <LinearProgress aria-label="Opening the dashboard" />;
  return (
    <Opened key={id} stored={dashboard.data} model={model.data}>
      {children}
    </Opened>
  );
}

function Opened({ stored, model, children }: { stored: StoredDashboard; model: Model; children: Inside }) {
  const [opened] = useState(() => ({ ...stored, document: withNamedPeriods(stored.document, model) }));
  const [store] = useState(() => createDocumentStore(opened.document));
  useEffect(() => fetchParts(opened.document), [opened]);
  return (
    <WorkspaceProvider store={store} model={model}>
      <PageTitle />
      {children(opened)}
    </WorkspaceProvider>
  );
}

/** Has the scripts of what a dashboard holds come while its figures are worked out; what is missing is said where it stands. */
function fetchParts({ controls, visuals }: DashboardDocument) {
  for (const { Body } of [...controls.map(controlView), ...visuals.map(visualView)])
    Body.fetch().catch(() => undefined);
}

/** Has the browser name the page after the dashboard. */
function PageTitle() {
  const { title } = useDocument();
  useEffect(() => {
    document.title = `${title} · Dathen`;
  }, [title]);
  return null;
}
