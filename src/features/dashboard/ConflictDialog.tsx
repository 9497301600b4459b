'use client';
import { storedDashboardSchema } from '../../contract/storedDashboards';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { requestAs } from '../ui/request';
import type { Autosave } from '../workspace/useAutosave';
import { useWorkspace } from '../workspace/workspace';
import { momentTimeWords } from '../ui/moment';

/** A newer revision was saved elsewhere: both are kept, and a person decides. */
export function ConflictDialog({ autosave }: { autosave: Autosave }) {
  const { store } = useWorkspace();
  const router = useRouter();
  if (autosave.state.kind !== 'conflict') return null;
  const { theirs } = autosave.state;
  const keepBoth = async () => {
    const { document } = store.getState();
    const body = { ...document, title: `${document.title.slice(0, 180)} (my version)` };
    const copy = await requestAs(storedDashboardSchema, '/api/dashboards', { body });
    autosave.takeTheirs();
    router.push(`/dashboards/${copy.id}?mode=arrange`);
  };
  return (
    <Dialog open aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title" variant="h2">
        Saved elsewhere meanwhile
      </DialogTitle>
      <DialogContent>
        <Typography>
          Revision {theirs.revision} of this dashboard was saved in another window at{' '}
          {momentTimeWords(theirs.savedAt)}. Nothing was overwritten: that version and yours are both kept,
          and both are found under History. Which one goes on?
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={autosave.takeTheirs}>Go on with theirs</Button>
        <Button onClick={() => void keepBoth()}>Keep mine as a new dashboard</Button>
        <Button variant="contained" onClick={autosave.keepMine}>
          Save mine as the newest
        </Button>
      </DialogActions>
    </Dialog>
  );
}
