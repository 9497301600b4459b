'use client';
/** How fresh the data of the open dashboard is: one line in the header, a line a dataset on a click. */
import Box from '@mui/material/Box';
import Popover from '@mui/material/Popover';
import { useEffect, useState } from 'react';
import { freshnessOf, freshnessWords } from '../../core/dashboard/turn/freshness';
import { useAnswers, useDocument, useWorkspace } from '../workspace/workspace';

export function Freshness() {
  const { model } = useWorkspace();
  const { timeZone } = useDocument();
  const now = useNow();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const text = useAnswers((state) =>
    freshnessOf(model, state.lanes, state.visuals)
      .map((entry) => freshnessWords(entry, model, timeZone, now))
      .join('; '),
  );
  if (text === '') return <>No data yet</>;
  return (
    <>
      <Box
        component="button"
        aria-label={`Freshness: ${text}`}
        title={text}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          all: 'unset',
          cursor: 'pointer',
          display: 'block',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          '&:focus-visible': { outline: 2, outlineColor: 'time.main', outlineStyle: 'solid' },
        }}
      >
        {text}
      </Box>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <Box component="ul" aria-label="Freshness of each dataset" sx={{ m: 0, p: 2, pl: 3, fontSize: 13 }}>
          {text.split('; ').map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      </Popover>
    </>
  );
}

/** The time, moving on once a minute. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
