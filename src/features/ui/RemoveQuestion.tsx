'use client';
/** The question before something is removed: what uses it, and whether to go on. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import type { Use } from '../../contract/modelling';

export function RemoveQuestion({
  name,
  label,
  warning,
  found,
  onRemove,
  onClose,
}: {
  name: string;
  label: string;
  warning: string | undefined;
  /** What uses it. */
  found: readonly Use[];
  onRemove: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle variant="h2">
        {label} “{name}”?
      </DialogTitle>
      <DialogContent>
        {warning !== undefined && <Typography gutterBottom>{warning}</Typography>}
        {found.length > 0 && (
          <>
            <Typography>It is used by:</Typography>
            <ul style={{ margin: '4px 0' }}>
              {found.map(({ words, dashboard }) => (
                <li key={words}>
                  {dashboard === null ? words : <Link href={`/dashboards/${dashboard}`}>{words}</Link>}
                </li>
              ))}
            </ul>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Keep it</Button>
        <Button color="error" variant="contained" onClick={onRemove}>
          {label} it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
