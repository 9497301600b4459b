'use client';
/** How fresh the data of the open dashboard is: one line in the header, a line a dataset on a click. */
import Box from '@mui/material/Box';
import Popover from '@mui/material/Popover';
import { useState } from 'react';
import { freshnessOf, freshnessWords, lateOf } from '../../core/dashboard/turn/freshness';
import { useNow } from '../ui/useNow';
import { useAnswers, useDocument, useWorkspace } from '../workspace/workspace';

export function Freshness() {
  const { model } = useWorkspace();
  const { timeZone } = useDocument();
  const now = useNow();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  // One text, which is equal to itself while nothing of it changes; names may hold semicolons.
  const text = useAnswers((state) =>
    freshnessOf(model, state.lanes, state.visuals)
      .map((entry) => freshnessWords(entry, model, timeZone, now))
      .join('\n'),
  );
  const isLate = useAnswers((state) =>
    freshnessOf(model, state.lanes, state.visuals).some((entry) => lateOf(entry, now) !== null),
  );
  const lines = text.split('\n');
  const words = lines.join('; ');
  if (text === '') return <>No data yet</>;
  return (
    <>
      <Box
        component="button"
        aria-haspopup="dialog"
        aria-label={`Freshness: ${words}`}
        title={words}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          all: 'unset',
          cursor: 'pointer',
          display: 'block',
          ...(isLate ? { color: 'warning.main', fontWeight: 650 } : {}),
          maxWidth: '100%',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          '&:focus-visible': { outline: 2, outlineColor: 'time.main', outlineStyle: 'solid' },
        }}
      >
        {words}
      </Box>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Freshness of each dataset' } }}
      >
        <Box component="ul" aria-label="Freshness of each dataset" sx={{ m: 0, p: 2, pl: 3, fontSize: 13 }}>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      </Popover>
    </>
  );
}
