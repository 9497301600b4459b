'use client';
/** A dashboard alone on a large screen: pages in turn, the time and how fresh the data is; nothing to turn. */
import { openedDashboardSchema } from '../../../contract/storedDashboards';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { dayWords } from '../../../core/calendar/names';
import { placesOfVisuals } from '../../../core/dashboard/document/filledPlaces';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { inEffectWords } from '../../../core/dashboard/turn/said/about';
import { NumberField } from '../../ui/NumberField';
import { requestAs } from '../../ui/request';
import { useNow } from '../../ui/useNow';
import { useSize } from '../../ui/useSize';
import type { StoredDashboard } from '../../../contract/storedDashboards';
import { useAbout } from '../../workspace/useAbout';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { designWidthOf } from '../designWidth';
import { OpenDashboard } from '../OpenDashboard';
import { GAP, ROW_HEIGHT, StaticGrid } from '../StaticGrid';
import { useTurning } from './useTurning';

const LEAST_SECONDS = 5;
const MOST_SECONDS = 3600;
/** A pointer that lies still is not there. */
const IDLE_MS = 3000;
const LOOK_MS = 60_000;

export function WallPage({ id, seconds }: { id: number; seconds: number }) {
  return <OpenDashboard id={id}>{(stored) => <Wall stored={stored} seconds={seconds} />}</OpenDashboard>;
}

function Wall({ stored, seconds }: { stored: StoredDashboard; seconds: number }) {
  const document = useDocument();
  const pages = pagesOf(document);
  const [every, setEvery] = useState(Math.min(MOST_SECONDS, Math.max(LEAST_SECONDS, seconds)));
  const turning = useTurning(pages.length, every);
  const { step, pause, isPaused } = turning;
  const page = pages[turning.at]!;
  const places = useMemo(() => placesOfVisuals(document, page.id), [document, page.id]);
  const [ref, room] = useSize<HTMLDivElement>();
  const width = designWidthOf(document);
  const rows = Math.max(1, ...places.map(({ y, h }) => y + h));
  const scale = Math.min(room.width / width, room.height / (rows * (ROW_HEIGHT + GAP) - GAP));
  useNewDesign(stored);
  const isMoved = usePointerMoves();
  useTurningKeys(turning);
  return (
    <Box
      sx={{
        height: '100vh',
        display: 'flex',
        flexDirection: 'column',
        cursor: isMoved ? 'default' : 'none',
        '& [data-part=corner]': { display: 'none !important' },
      }}
    >
      <Line page={pages.length > 1 ? page.name : null} />
      <Box component="main" ref={ref} sx={{ flex: 1, minHeight: 0, m: 2, overflow: 'hidden' }}>
        {scale > 0 && (
          <div key={page.id} style={{ width, zoom: scale, margin: '0 auto' }}>
            <StaticGrid document={document} layout={places} hasZones={document.showZones} />
          </div>
        )}
      </Box>
      <Box
        component="section"
        aria-label="How the wall turns"
        sx={{
          // Out of sight until the pointer moves, yet always there for keys.
          position: 'fixed',
          right: 16,
          bottom: 16,
          display: 'flex',
          gap: 1,
          alignItems: 'center',
          p: 1,
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'hairline',
          opacity: isMoved ? 1 : 0,
          '&:focus-within': { opacity: 1 },
        }}
      >
        {pages.length > 1 && (
          <>
            <Button onClick={() => step(-1)}>Page before</Button>
            <Button onClick={() => pause(!isPaused)} aria-pressed={isPaused}>
              {isPaused ? 'Go on' : 'Stay here'}
            </Button>
            <Button onClick={() => step(1)}>Next page</Button>
            <SecondsField seconds={every} onSeconds={setEvery} />
          </>
        )}
        <FullScreenButton />
      </Box>
    </Box>
  );
}

/** Arrows and page keys turn the pages, Space stops them and lets them go on. */
function useTurningKeys({ step, pause, isPaused }: ReturnType<typeof useTurning>) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLButtonElement) return;
      if (event.key === 'ArrowRight' || event.key === 'PageDown') step(1);
      if (event.key === 'ArrowLeft' || event.key === 'PageUp') step(-1);
      if (event.key === ' ') pause(!isPaused);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step, pause, isPaused]);
}

function SecondsField({ seconds, onSeconds }: { seconds: number; onSeconds: (seconds: number) => void }) {
  return (
    <NumberField
      label="Seconds a page"
      value={seconds}
      hint={null}
      refuse={(value) =>
        value !== null && value >= LEAST_SECONDS && value <= MOST_SECONDS
          ? null
          : `From ${LEAST_SECONDS} to ${MOST_SECONDS} seconds.`
      }
      onChange={(value) => value !== null && onSeconds(value)}
    />
  );
}

/** Title, page, what is in effect, freshness and the time. */
function Line({ page }: { page: string | null }) {
  const { today } = useWorkspace();
  const document = useDocument();
  const now = useNow(5000);
  const about = useAbout(now);
  const time = new Intl.DateTimeFormat('en-GB', {
    timeZone: document.timeZone,
    hour: '2-digit',
    minute: '2-digit',
  }).format(now);
  return (
    <Box
      component="header"
      sx={{
        flex: 'none',
        display: 'flex',
        alignItems: 'baseline',
        gap: 2,
        px: 2,
        py: 1,
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'hairline',
      }}
    >
      <Typography variant="h1" noWrap sx={{ flex: 'none', maxWidth: '40%' }}>
        {document.title}
        {page !== null && ` · ${page}`}
      </Typography>
      <Typography noWrap sx={{ flex: '1 1 0', minWidth: 0 }}>
        Showing {inEffectWords(about)}
      </Typography>
      <Typography
        variant="body2"
        color="textSecondary"
        noWrap
        sx={{ flex: '0 1 auto', maxWidth: '30%' }}
        role="status"
      >
        {about.freshness.join('; ')}
      </Typography>
      <Typography variant="h1" component="p" sx={{ flex: 'none' }}>
        <span style={{ fontSize: 13, fontWeight: 450 }}>{dayWords(today)}</span>{' '}
        <time dateTime={new Date(now).toISOString()}>{time}</time>
      </Typography>
    </Box>
  );
}

function FullScreenButton() {
  const [isFull, setFull] = useState(false);
  useEffect(() => {
    const look = () => setFull(window.document.fullscreenElement !== null);
    window.document.addEventListener('fullscreenchange', look);
    return () => window.document.removeEventListener('fullscreenchange', look);
  }, []);
  const toggle = () =>
    void (isFull ? window.document.exitFullscreen() : window.document.documentElement.requestFullscreen());
  return (
    <Button variant="contained" onClick={toggle}>
      {isFull ? 'Leave full screen' : 'Full screen'}
    </Button>
  );
}

/** Whether the pointer moved a moment ago. */
function usePointerMoves(): boolean {
  const [isMoved, setMoved] = useState(true);
  useEffect(() => {
    let timer = setTimeout(() => setMoved(false), IDLE_MS);
    const onMove = () => {
      setMoved(true);
      clearTimeout(timer);
      timer = setTimeout(() => setMoved(false), IDLE_MS);
    };
    window.addEventListener('pointermove', onMove);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointermove', onMove);
    };
  }, []);
  return isMoved;
}

/** A screen that hangs for weeks shows the design as it is now: a newer one is opened anew. */
function useNewDesign({ id, revision }: StoredDashboard): void {
  const newest = useQuery({
    queryKey: ['newest revision', id],
    queryFn: () => requestAs(openedDashboardSchema, `/api/dashboards/${id}`),
    refetchInterval: LOOK_MS,
    refetchIntervalInBackground: true,
  });
  const isNewer = newest.data !== undefined && newest.data.revision > revision;
  useEffect(() => {
    if (isNewer) window.location.reload();
  }, [isNewer]);
}
