'use client';
/** A dashboard, or one visual of it, in a frame: it is read, its controls turn, nothing of it is changed. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { inEffectWords } from '../../../core/dashboard/turn/said/about';
import { useNow } from '../../ui/useNow';
import { useAbout } from '../../workspace/useAbout';
import { useDocument } from '../../workspace/workspace';
import { ItemFrame } from '../ItemFrame';
import { OpenDashboard } from '../OpenDashboard';
import { unseenStyle } from '../../../theme/roles';
import { ReadMode } from '../read/ReadMode';
import { ExplainingPanels } from '../Panels';

export function EmbedPage({ id, visual }: { id: number; visual: string | null }) {
  return <OpenDashboard id={id}>{() => <Embedded visual={visual} />}</OpenDashboard>;
}

function Embedded({ visual }: { visual: string | null }) {
  return (
    <Box sx={{ height: '100vh', display: 'flex', flexDirection: 'column' }}>
      {visual === null ? <WholeDashboard /> : <OneVisual id={visual} />}
      <ExplainingPanels />
    </Box>
  );
}

/** Where a frame has no header: as of which day it is, and how fresh its data is. */
function Foot({ words }: { words: string }) {
  return (
    <Typography
      component="footer"
      variant="body2"
      color="textSecondary"
      noWrap
      title={words}
      sx={{ py: 0.5, px: 1 }}
    >
      {words}
    </Typography>
  );
}

function Heading() {
  const { title } = useDocument();
  return (
    <header style={unseenStyle}>
      <Typography component="h1">{title}</Typography>
    </header>
  );
}

function WholeDashboard() {
  const about = useAbout(useNow());
  return (
    <>
      <Heading />
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        <ReadMode />
      </Box>
      <Foot words={`As of ${about.asOf} · ${about.freshness.join('; ')}`} />
    </>
  );
}

/** One visual with what is in effect under it: its controls are not there to say so. */
function OneVisual({ id }: { id: string }) {
  const document = useDocument();
  const about = useAbout(useNow());
  const visual = document.visuals.find((entry) => entry.id === id);
  if (!visual)
    return (
      <Typography role="alert" sx={{ p: 2 }}>
        There is no such visual on “{document.title}” any more.
      </Typography>
    );
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column', p: 1 }}>
      <Heading />
      <div style={{ flex: 1, minHeight: 0 }}>
        <ItemFrame item={visual} />
      </div>
      <Foot words={`Showing ${inEffectWords(about)} · ${about.freshness.join('; ')}`} />
    </Box>
  );
}
