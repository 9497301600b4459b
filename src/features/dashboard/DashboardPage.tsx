'use client';
/** An open dashboard: loads design and model, then shows it in one of its three modes. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useCallback, useEffect, useState } from 'react';
import { withNamedPeriods } from '../../core/dashboard/document/namedPeriods';
import type { Model } from '../../core/model/model';
import { MODEL_QUERY } from '../ui/modelQuery';
import { requestJson } from '../ui/request';
import { PageHeader } from '../ui/PageHeader';
import { LEAST_TO_DESIGN, useCanDesign } from '../ui/screen';
import { useSidePanelWidth } from '../ui/SidePanel';
import { useChangeAsked } from '../visuals/comparing/changeAsked';
import { useDataAsked } from '../visuals/data/dataAsked';
import { useMarkMenu, useRowsAsked } from '../workspace/rowsAsked';
import { useTraced, useTraceKey } from '../wiring/traced';
import { ConflictDialog } from './ConflictDialog';
import { DashboardHeader, useDashboardKeys } from './DashboardHeader';
import { createDocumentStore } from '../workspace/documentStore';
import { useMode, type Mode } from '../workspace/mode';
import { ReadMode } from './read/ReadMode';
import { useFirstSeen } from './selections/useFirstSeen';
import type { StoredDashboard } from '../workspace/autosaver';
import { useAutosave } from '../workspace/useAutosave';
import { useModelEvents } from '../workspace/useModelEvents';
import { useAnswers, useDocument, useWorkspace, WorkspaceProvider } from '../workspace/workspace';

/** Parts that readers never see come when they are wanted. */
const opening = () => <LinearProgress aria-label="Opening" />;
const ArrangeMode = dynamic(() => import('./arrange/ArrangeMode').then((part) => part.ArrangeMode), {
  ssr: false,
  loading: opening,
});
const WireMode = dynamic(() => import('./wire/WireMode').then((part) => part.WireMode), {
  ssr: false,
  loading: opening,
});
const ChangeSheet = dynamic(
  () => import('../visuals/comparing/ChangeSheet').then((part) => part.ChangeSheet),
  { ssr: false },
);
const DataPanel = dynamic(() => import('../visuals/data/DataPanel').then((part) => part.DataPanel), {
  ssr: false,
});
const RowsPanel = dynamic(() => import('../visuals/rows/RowsPanel').then((part) => part.RowsPanel), {
  ssr: false,
});
const MarkMenu = dynamic(() => import('../visuals/rows/MarkMenu').then((part) => part.MarkMenu), {
  ssr: false,
});
const TracePanel = dynamic(() => import('../wiring/TracePanel').then((part) => part.TracePanel), {
  ssr: false,
});

export function DashboardPage({ id }: { id: number }) {
  const dashboard = useQuery({
    queryKey: ['dashboard', id],
    queryFn: () => requestJson<StoredDashboard>(`/api/dashboards/${id}`),
    staleTime: Infinity,
    gcTime: 0,
  });
  const model = useQuery({
    ...MODEL_QUERY,
    staleTime: Infinity,
    gcTime: 0,
  });
  useModelEvents();
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
  return <OpenDashboard stored={dashboard.data} model={model.data} />;
}

function OpenDashboard({ stored, model }: { stored: StoredDashboard; model: Model }) {
  const [opened] = useState(() => ({ ...stored, document: withNamedPeriods(stored.document, model) }));
  const [store] = useState(() => createDocumentStore(opened.document));
  return (
    <WorkspaceProvider store={store} model={model}>
      <Modes stored={opened} />
    </WorkspaceProvider>
  );
}

function Modes({ stored }: { stored: StoredDashboard }) {
  const { store, model } = useWorkspace();
  const design = useDocument();
  const [mode, setModeInAddress] = useMode();
  const autosave = useAutosave(stored, store);
  const { adopt } = autosave;
  useEffect(() => adopt((document) => withNamedPeriods(document, model)), [adopt, model]);
  const failed = useAnswers((state) => state.failed);
  const setMode = useCallback((next: Mode) => void setModeInAddress(next), [setModeInAddress]);
  useDashboardKeys(mode, setMode);
  useTraceKey();
  useFirstSeen(stored.id);
  const canDesign = useCanDesign();
  const panelWidth = useSidePanelWidth();
  const isTraced = useTraced((state) => state.item !== null);
  const isDataAsked = useDataAsked(({ asked }) => asked !== null);
  const areRowsAsked = useRowsAsked(({ asked }) => asked !== null);
  const isMarkMenuOpen = useMarkMenu(({ menu }) => menu !== null);
  const isChangeAsked = useChangeAsked(({ asked }) => asked !== null);
  useEffect(() => {
    document.title = `${design.title} · Dathen`;
  }, [design.title]);
  return (
    <Box
      sx={{
        height: '100vh',
        display: 'flex',
        flexDirection: 'column',
        // A panel stands beside what it explains; on a small screen it covers it.
        pr: { xs: 0, md: `${panelWidth}px` },
      }}
    >
      <DashboardHeader id={stored.id} mode={mode} setMode={setMode} saving={autosave.state} />
      {failed && (
        <Typography role="alert" sx={{ px: 2, py: 1, color: 'error.main' }}>
          The figures could not be worked out. What you set is kept; reload the page to try again.
        </Typography>
      )}
      {mode === 'read' && <ReadMode setMode={setMode} />}
      {mode !== 'read' && !canDesign && <TooNarrow onRead={() => setMode('read')} />}
      {mode === 'arrange' && canDesign && <ArrangeMode />}
      {mode === 'wire' && canDesign && <WireMode />}
      {isTraced && <TracePanel />}
      {isChangeAsked && <ChangeSheet />}
      {isDataAsked && <DataPanel />}
      {areRowsAsked && <RowsPanel />}
      {isMarkMenuOpen && <MarkMenu />}
      <ConflictDialog autosave={autosave} />
    </Box>
  );
}

/** Says why there is nothing to arrange or wire on a small screen, and what there is. */
function TooNarrow({ onRead }: { onRead: () => void }) {
  return (
    <Box component="main" sx={{ p: 3 }}>
      <Typography gutterBottom>
        Arranging and wiring need a window of at least {LEAST_TO_DESIGN} pixels. Make it wider, or read the
        dashboard here.
      </Typography>
      <Button variant="contained" onClick={onRead}>
        Read it
      </Button>
    </Box>
  );
}
