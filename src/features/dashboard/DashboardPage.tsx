'use client';
/** An open dashboard: loads design and model, then shows it in one of its three modes. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import dynamic from 'next/dynamic';
import { useCallback, useEffect } from 'react';
import { withNamedPeriods } from '../../core/dashboard/document/namedPeriods';
import { lazily } from '../ui/lazily';
import { noteOpened } from '../ui/visited';
import { LEAST_TO_DESIGN, useCanDesign } from '../ui/screen';
import { useSidePanelWidth } from '../ui/SidePanel';
import { useTraceKey } from '../wiring/traced';
import { DashboardHeader, useDashboardKeys } from './DashboardHeader';
import { OpenDashboard } from './OpenDashboard';
import { useMode, type Mode } from '../workspace/mode';
import { ReadMode } from './read/ReadMode';
import { useFirstSeen } from './selections/useFirstSeen';
import type { StoredDashboard } from '../../contract/storedDashboards';
import { useAutosave } from '../workspace/useAutosave';
import { useAnswers, useWorkspace } from '../workspace/workspace';
import { ExplainingPanels, PanelsOfMarks } from './Panels';

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
const ConflictDialog = lazily(() => import('./ConflictDialog'), 'ConflictDialog');

export function DashboardPage({ id }: { id: number }) {
  return <OpenDashboard id={id}>{(stored) => <Modes stored={stored} />}</OpenDashboard>;
}

function Modes({ stored }: { stored: StoredDashboard }) {
  const { store, model } = useWorkspace();
  const [mode, setModeInAddress] = useMode();
  const autosave = useAutosave(stored, store);
  const { adopt } = autosave;
  const mayEdit = stored.right !== 'view';
  useEffect(() => {
    if (mayEdit) adopt((document) => withNamedPeriods(document, model));
  }, [adopt, model, mayEdit]);
  const failed = useAnswers((state) => state.failed);
  const setMode = useCallback((next: Mode) => void setModeInAddress(next), [setModeInAddress]);
  useDashboardKeys(stored.id, mode, setMode);
  useTraceKey();
  useFirstSeen(stored.id);
  useEffect(() => noteOpened(stored.id, Date.now()), [stored.id]);
  const hasRoom = useCanDesign();
  const canDesign = hasRoom && mayEdit;
  const panelWidth = useSidePanelWidth();
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
      <DashboardHeader
        id={stored.id}
        mode={mode}
        setMode={setMode}
        saving={autosave.state}
        mayEdit={mayEdit}
      />
      {failed && (
        <Typography role="alert" sx={{ px: 2, py: 1, color: 'error.main' }}>
          The figures could not be worked out. What you set is kept; reload the page to try again.
        </Typography>
      )}
      {mode === 'read' && <ReadMode setMode={setMode} />}
      {mode !== 'read' && !canDesign && <NoDesigning mayEdit={mayEdit} onRead={() => setMode('read')} />}
      {mode === 'arrange' && canDesign && <ArrangeMode />}
      {mode === 'wire' && canDesign && <WireMode />}
      <ExplainingPanels />
      <PanelsOfMarks />
      {autosave.state.kind === 'conflict' && <ConflictDialog autosave={autosave} />}
    </Box>
  );
}

/** Says why there is nothing to arrange or wire, and what there is. */
function NoDesigning({ mayEdit, onRead }: { mayEdit: boolean; onRead: () => void }) {
  return (
    <Box component="main" sx={{ p: 3 }}>
      <Typography gutterBottom>
        {mayEdit
          ? `Arranging and wiring need a window of at least ${LEAST_TO_DESIGN} pixels. Make it wider, or read the dashboard here.`
          : 'You may read this dashboard, not change it. Whoever made it can let you; a copy would be your own.'}
      </Typography>
      <Button variant="contained" onClick={onRead}>
        Read it
      </Button>
    </Box>
  );
}
