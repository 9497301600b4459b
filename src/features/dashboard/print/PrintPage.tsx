'use client';
/** A dashboard on paper: a page a sheet, with what is in effect, its days, its freshness and numbers of sheets. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import type { Page } from '../../../core/dashboard/document/document';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { inEffectWords } from '../../../core/dashboard/turn/said/about';
import { lightStyle } from '../../../theme/light';
import { momentWords } from '../../ui/moment';
import { Scrolling } from '../../ui/Scrolling';
import { useAbout } from '../../workspace/useAbout';
import { useDocument } from '../../workspace/workspace';
import { designWidthOf } from '../designWidth';
import { OpenDashboard } from '../OpenDashboard';
import { GAP, ROW_HEIGHT, StaticGrid } from '../StaticGrid';
import { FOOT, HEAD, MARGIN, SHEETS, sheetFit } from './sheetFit';
import { usePlacesOnPaper } from './usePlacesOnPaper';
import { usePrintReady } from './usePrintReady';

/** `only`: the page that alone is printed; null: all of them. `asks`: whether the browser's dialog opens by itself. */
export interface PrintPageProps {
  readonly id: number;
  readonly only: string | null;
  readonly asks: boolean;
}

export function PrintPage({ id, only, asks }: PrintPageProps) {
  return <OpenDashboard id={id}>{() => <Sheets only={only} asks={asks} />}</OpenDashboard>;
}

function Sheets({ only, asks }: Omit<PrintPageProps, 'id'>) {
  const document = useDocument();
  const { answered, isDrawn, isReady } = usePrintReady();
  useEffect(() => {
    if (!isReady) return;
    window.document.documentElement.dataset.print = 'ready';
    if (asks) window.print();
  }, [isReady, asks]);
  const pages = pagesOf(document).filter((page) => only === null || page.id === only);
  return (
    <Box
      component="main"
      style={lightStyle}
      sx={{
        bgcolor: 'background.default',
        color: 'text.primary',
        // On paper there is nothing to press.
        '& [data-part=corner]': { display: 'none !important' },
        '@page landscape': { size: 'A4 landscape', margin: 0 },
        '@page portrait': { size: 'A4 portrait', margin: 0 },
        '@media print': { printColorAdjust: 'exact', '& [data-part=bar]': { display: 'none' } },
        '@media screen': { minHeight: '100vh', pb: 2 },
      }}
    >
      <Box
        data-part="bar"
        sx={{ display: 'flex', alignItems: 'center', gap: 2, p: 1, borderBottom: 1, borderColor: 'hairline' }}
      >
        <Typography role="status" sx={{ flex: 1 }}>
          {isReady
            ? `Ready: ${pages.length} ${pages.length === 1 ? 'sheet' : 'sheets'} of A4. The browser’s dialog can also save a PDF file.`
            : `Reading: ${answered} of ${document.visuals.length} visuals are there.`}
        </Typography>
        <Button variant="contained" disabled={!isReady} onClick={() => window.print()}>
          Print
        </Button>
        <Button onClick={() => window.close()}>Close</Button>
      </Box>
      <Scrolling name="Sheets, side to side">
        {pages.map((page, i) => (
          <Sheet key={page.id} page={page} number={i + 1} of={pages.length} isDrawn={isDrawn} />
        ))}
      </Scrolling>
    </Box>
  );
}

/** So many lines of text at most. */
const clamped = (lines: number) => ({
  display: '-webkit-box',
  WebkitLineClamp: lines,
  WebkitBoxOrient: 'vertical',
  overflow: 'hidden',
});

function Sheet({ page, number, of, isDrawn }: { page: Page; number: number; of: number; isDrawn: boolean }) {
  const document = useDocument();
  const places = usePlacesOnPaper(document, page.id, isDrawn);
  const width = designWidthOf(document);
  const rows = Math.max(0, ...places.map(({ y, h }) => y + h));
  const { orientation, scale } = sheetFit({ width, height: rows * (ROW_HEIGHT + GAP) - GAP });
  const sheet = SHEETS[orientation];
  const [now] = useState(() => Date.now());
  const about = useAbout(now);
  const hasPages = pagesOf(document).length > 1;
  return (
    <Box
      component="section"
      aria-label={hasPages ? page.name : document.title}
      data-sheet={orientation}
      sx={{
        page: orientation,
        width: sheet.width,
        height: sheet.height,
        p: `${MARGIN}px`,
        mx: 'auto',
        overflow: 'hidden',
        breakAfter: number < of ? 'page' : 'auto',
        breakInside: 'avoid',
        display: 'flex',
        flexDirection: 'column',
        bgcolor: 'background.paper',
        '@media screen': { mt: 2, border: 1, borderColor: 'hairline' },
      }}
    >
      <Box sx={{ height: HEAD, flex: 'none', overflow: 'hidden' }}>
        <Typography variant="h1" component={number === 1 ? 'h1' : 'h2'} noWrap>
          {document.title}
          {hasPages && ` · ${page.name}`}
        </Typography>
        <Typography sx={{ ...clamped(3), mb: 0.5 }}>Showing {inEffectWords(about)}</Typography>
        <Typography variant="body2" color="textSecondary" sx={clamped(2)}>
          As of {about.asOf} · {about.freshness.join('; ')}
        </Typography>
      </Box>
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex', justifyContent: 'center' }}>
        <div style={{ width, zoom: scale, flex: 'none', alignSelf: 'flex-start' }}>
          <StaticGrid document={document} layout={places} hasZones={document.showZones} drawsAll />
        </div>
      </Box>
      <Box
        sx={{
          height: FOOT,
          flex: 'none',
          display: 'flex',
          alignItems: 'flex-end',
          color: 'text.secondary',
          fontSize: 11,
        }}
      >
        <span style={{ flex: 1 }}>
          Made {momentWords(new Date(now).toISOString())}, days in {document.timeZone}
        </span>
        <span>
          Sheet {number} of {of}
        </span>
      </Box>
    </Box>
  );
}
