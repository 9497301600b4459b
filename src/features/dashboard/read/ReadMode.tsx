'use client';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { DashboardDocument } from '../../../core/dashboard/document/document';
import { useIsOneColumn } from '../../ui/screen';
import { AlmanacStrip } from '../../strip/AlmanacStrip';
import { InEffectLine } from './InEffectLine';
import { OneColumn } from './OneColumn';
import type { Mode } from '../../workspace/mode';
import { StaticGrid } from '../StaticGrid';
import { useDocument } from '../../workspace/workspace';

/** What readers get. */
export function ReadMode({ setMode }: { setMode?: (mode: Mode) => void }) {
  const document = useDocument();
  const isOneColumn = useIsOneColumn();
  return (
    <>
      <InEffectLine />
      <Box component="main" sx={{ flex: 1, overflow: 'auto', p: 2, pt: 1.5 }}>
        {document.layout.length > 0 ? (
          <Dashboard document={document} isOneColumn={isOneColumn} />
        ) : (
          <NothingYet {...(setMode ? { setMode } : {})} />
        )}
      </Box>
      {!isOneColumn && <AlmanacStrip />}
    </>
  );
}

function Dashboard({ document, isOneColumn }: { document: DashboardDocument; isOneColumn: boolean }) {
  if (isOneColumn) return <OneColumn document={document} />;
  return <StaticGrid document={document} hasZones={document.showZones} />;
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
