'use client';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { AlmanacStrip } from '../../strip/AlmanacStrip';
import { InEffectLine } from './InEffectLine';
import type { Mode } from '../../workspace/mode';
import { StaticGrid } from '../StaticGrid';
import { useDocument } from '../../workspace/workspace';

/** What readers get. */
export function ReadMode({ setMode }: { setMode?: (mode: Mode) => void }) {
  const document = useDocument();
  return (
    <>
      <InEffectLine />
      <Box component="main" sx={{ flex: 1, overflow: 'auto', p: 2, pt: 1.5 }}>
        {document.layout.length > 0 ? (
          <StaticGrid document={document} hasZones={document.showZones} />
        ) : (
          <NothingYet {...(setMode ? { setMode } : {})} />
        )}
      </Box>
      <AlmanacStrip />
    </>
  );
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
