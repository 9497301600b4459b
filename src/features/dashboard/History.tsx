'use client';
/** The versions of a dashboard: what differs from now in words, a look at each, and the way back to it. */
import { revisionSchema } from '../../contract/storedDashboards';
import { type RevisionEntry, revisionsSchema } from '../../contract/dashboards';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { documentChanges } from '../../core/dashboard/review/changes';
import { useNotice } from '../ui/Notice';
import { requestAs } from '../ui/request';
import { SidePanel } from '../ui/SidePanel';
import { useDocument, useWorkspace } from '../workspace/workspace';
import { momentWords } from '../ui/moment';

export const revisionName = ({ revision, basedOn }: RevisionEntry) =>
  revision === null ? `Kept aside, made from revision ${basedOn}` : `Revision ${revision}`;

export const readRevision = (id: number, entry: number) =>
  requestAs(revisionSchema, `/api/dashboards/${id}/revisions/${entry}`);

export function HistoryButton({ id, saved }: { id: number; saved: number }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        History
      </Button>
      {isOpen && (
        <SidePanel name="History" title="History" width={400} top={48} onClose={() => setOpen(false)}>
          <Versions id={id} saved={saved} onDone={() => setOpen(false)} />
        </SidePanel>
      )}
    </>
  );
}

function Versions({ id, saved, onDone }: { id: number; saved: number; onDone: () => void }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const versions = useQuery({
    queryKey: ['revisions', id, saved],
    queryFn: () => requestAs(revisionsSchema, `/api/dashboards/${id}/revisions`),
    gcTime: 0,
  });
  if (versions.error) return <Typography role="alert">{versions.error.message}</Typography>;
  if (!versions.data) return <LinearProgress aria-label="Reading the history" />;
  return versions.data.map((version) => (
    <Box key={version.entry} sx={{ borderTop: 1, borderColor: 'hairline', py: 0.5 }}>
      <Button
        fullWidth
        aria-expanded={chosen === version.entry}
        onClick={() => setChosen(chosen === version.entry ? null : version.entry)}
        sx={{ justifyContent: 'space-between', color: 'text.primary', py: 0.25 }}
      >
        <span>{revisionName(version)}</span>
        <Typography component="span" variant="body2" color="textSecondary">
          {momentWords(version.savedAt)}
        </Typography>
      </Button>
      {chosen === version.entry && <Version id={id} entry={version.entry} onDone={onDone} />}
    </Box>
  ));
}

/** What differs from the dashboard as it is now, and what can be done with the version. */
function Version({ id, entry, onDone }: { id: number; entry: number; onDone: () => void }) {
  const { store, model } = useWorkspace();
  const now = useDocument();
  const notice = useNotice();
  const version = useQuery({
    queryKey: ['revision', id, entry],
    queryFn: () => readRevision(id, entry),
    staleTime: Infinity,
  });
  if (version.error) return <Typography role="alert">{version.error.message}</Typography>;
  if (!version.data) return <LinearProgress aria-label="Reading the version" />;
  const { document } = version.data;
  const changes = documentChanges(document, now, model);
  const restore = () => {
    store.getState().change(() => document);
    notice({
      text: `${revisionName(version.data)} is in effect again.`,
      action: { label: 'Undo', run: () => store.temporal.getState().undo() },
    });
    onDone();
  };
  return (
    <Box sx={{ px: 1, pb: 1 }}>
      {changes.length === 0 ? (
        <Typography variant="body2" color="textSecondary">
          It is as the dashboard is now.
        </Typography>
      ) : (
        <>
          <Typography variant="body2" color="textSecondary">
            Since then:
          </Typography>
          <ul style={{ margin: '2px 0 6px', paddingLeft: 18, fontSize: 12 }}>
            {changes.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </>
      )}
      <Button component={Link} href={`/dashboards/${id}/revisions/${entry}`}>
        Look at it
      </Button>
      <Button disabled={changes.length === 0} onClick={restore}>
        Go back to it
      </Button>
    </Box>
  );
}
