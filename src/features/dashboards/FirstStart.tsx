'use client';
/** What is seen while there is nothing yet: three ways to begin. */
import { jobSchema } from '../../contract/jobs';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { useNotice } from '../ui/Notice';
import { requestAs } from '../ui/request';

const LOOK_MS = 500;

/** A way to begin, between the brackets of a window. */
function Door({ title, words, children }: { title: string; words: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ position: 'relative', p: 3, flex: '1 1 240px' }}>
      {(['left', 'right'] as const).map((side) => (
        <Box
          key={side}
          aria-hidden
          sx={{
            position: 'absolute',
            top: 0,
            bottom: 0,
            [side]: 0,
            width: 10,
            border: 2,
            borderColor: 'time.main',
            [side === 'left' ? 'borderRight' : 'borderLeft']: 0,
          }}
        />
      ))}
      <Typography variant="h2" gutterBottom>
        {title}
      </Typography>
      <Typography sx={{ minHeight: 60, mb: 1 }}>{words}</Typography>
      {children}
    </Box>
  );
}

/** Brings the demo in, and waits until all of it is there. */
async function bringDemoIn(): Promise<void> {
  let job = await requestAs(jobSchema, '/api/demo', { method: 'POST' });
  while (job.state === 'running') {
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    job = await requestAs(jobSchema, `/api/jobs/${job.id}`);
  }
  if (job.state !== 'done') throw new Error(job.error?.message ?? 'The demo data was not brought in.');
}

export function FirstStart() {
  const client = useQueryClient();
  const notice = useNotice();
  const [isComing, setComing] = useState(false);
  const bring = async () => {
    setComing(true);
    try {
      await bringDemoIn();
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
    setComing(false);
    await client.invalidateQueries();
  };
  return (
    <Box sx={{ mt: 3 }}>
      <Typography gutterBottom>
        Dathen shows data by its days. Begin with data of your own, or look at a company that does not exist.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, my: 3 }}>
        <Door
          title="Bring a file"
          words="A table as CSV, TSV, XLSX or Parquet. Dates and numbers are found out; you decide."
        >
          <Button component={Link} href="/datasets" variant="contained">
            Choose a file
          </Button>
        </Door>
        <Door
          title="Connect a database"
          words="Tables of a MariaDB or MySQL database, copied from time to time or read as they are."
        >
          <Button component={Link} href="/datasets#connections" variant="contained">
            Connect one
          </Button>
        </Door>
        <Door
          title="Look at the demo"
          words="Skerrow Line, an invented ferry company: seven datasets and dashboards to take apart."
        >
          <Button variant="contained" disabled={isComing} onClick={() => void bring()}>
            Bring the demo in
          </Button>
          {isComing && (
            <>
              <LinearProgress aria-label="Bringing the demo in" sx={{ mt: 1 }} />
              <Typography role="status" variant="body2">
                Half a million rows are made and loaded; this takes less than a minute.
              </Typography>
            </>
          )}
        </Door>
      </Box>
    </Box>
  );
}
