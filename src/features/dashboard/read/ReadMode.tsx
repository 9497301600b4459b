'use client';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import type { DashboardDocument } from '../../../core/dashboard/document/document';
import { placesOn } from '../../../core/dashboard/document/pages';
import { useIsOneColumn } from '../../ui/screen';
import { AlmanacStrip } from '../../strip/AlmanacStrip';
import { InEffectLine } from './InEffectLine';
import { OneColumn } from './OneColumn';
import type { Mode } from '../../workspace/mode';
import { PageTabs } from '../PageTabs';
import { StaticGrid } from '../StaticGrid';
import { usePage } from '../../workspace/page';
import { useDocument } from '../../workspace/workspace';

/** What readers get. */
export function ReadMode({ setMode }: { setMode?: (mode: Mode) => void }) {
  const document = useDocument();
  const isOneColumn = useIsOneColumn();
  const { page } = usePage(document);
  return (
    <>
      <InEffectLine />
      <PageTabs />
      {!isOneColumn && <Band document={document} />}
      <Box component="main" sx={{ flex: 1, overflow: 'auto', p: 2, pt: 1.5 }}>
        {document.layout.length > 0 ? (
          <PageOfDashboard key={page.id} document={document} page={page.id} isOneColumn={isOneColumn} />
        ) : (
          <NothingYet {...(setMode ? { setMode } : {})} />
        )}
      </Box>
      {!isOneColumn && <AlmanacStrip />}
    </>
  );
}

/** The controls that stand on every page, which stay in view. */
function Band({ document }: { document: DashboardDocument }) {
  const places = useMemo(() => placesOn(document, null), [document]);
  if (places.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="On every page"
      sx={{ px: 2, py: 1, borderBottom: 1, borderColor: 'hairline' }}
    >
      <StaticGrid document={document} layout={places} hasZones={false} />
    </Box>
  );
}

function PageOfDashboard({
  document,
  page,
  isOneColumn,
}: {
  document: DashboardDocument;
  page: string;
  isOneColumn: boolean;
}) {
  const places = useMemo(() => placesOn(document, page), [document, page]);
  if (places.length === 0)
    return <Typography color="textSecondary">Nothing lies on this page yet.</Typography>;
  if (isOneColumn) return <OneColumn document={document} page={page} />;
  return <StaticGrid document={document} layout={places} hasZones={document.showZones} />;
}

export function NothingYet({ setMode }: { setMode?: (mode: Mode) => void }) {
  return (
    <Box sx={{ display: 'grid', placeItems: 'center', minHeight: 300, textAlign: 'center' }}>
      <div>
        <Typography gutterBottom>
          {setMode
            ? 'Nothing is placed on this dashboard yet.'
            : 'Begin with a visual from the list at the left; then add a timeline, and it wires itself.'}
        </Typography>
        {setMode && (
          <Button variant="contained" onClick={() => setMode('arrange')}>
            Arrange it
          </Button>
        )}
      </div>
    </Box>
  );
}
