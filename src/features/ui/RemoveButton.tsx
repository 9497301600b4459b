'use client';
/** Removes something: at once, with a way back, where nothing uses it; else it first tells what does. */
import { type Use, usesSchema } from '../../contract/modelling';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { useNotice } from './Notice';
import { requestAs } from './request';

export function RemoveButton({
  name,
  label,
  done,
  uses,
  warning,
  onRemove,
  onUndo,
}: {
  name: string;
  /** The button's word, such as "Remove". */
  label: string;
  /** What was done, said afterwards: "is removed". */
  done: string;
  /** What is asked of `/api/uses`; absent where nothing can use it. */
  uses?: Readonly<Record<string, string>>;
  /** A sentence that is always asked before; without it what is unused goes at once. */
  warning?: string;
  onRemove: () => Promise<unknown>;
  /** The way back; absent where there is none, and `warning` says so. */
  onUndo?: () => Promise<unknown>;
}) {
  const notice = useNotice();
  const [found, setFound] = useState<readonly Use[] | null>(null);
  const tell = (error: unknown) => notice({ text: error instanceof Error ? error.message : String(error) });
  const remove = async () => {
    setFound(null);
    try {
      await onRemove();
      const undo = onUndo && {
        action: { label: 'Undo', run: () => void Promise.resolve(onUndo()).catch(tell) },
      };
      notice({ text: `${name} ${done}.`, ...undo });
    } catch (error) {
      tell(error);
    }
  };
  const begin = async () => {
    try {
      const used = uses ? await requestAs(usesSchema, `/api/uses?${new URLSearchParams(uses)}`) : [];
      if (used.length === 0 && warning === undefined) await remove();
      else setFound(used);
    } catch (error) {
      tell(error);
    }
  };
  return (
    <>
      <Button color="error" aria-label={`${label} ${name}`} onClick={() => void begin()}>
        {label}
      </Button>
      <Dialog open={found !== null} onClose={() => setFound(null)}>
        <DialogTitle variant="h2">
          {label} “{name}”?
        </DialogTitle>
        <DialogContent>
          {warning !== undefined && <Typography gutterBottom>{warning}</Typography>}
          {found !== null && found.length > 0 && (
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
          <Button onClick={() => setFound(null)}>Keep it</Button>
          <Button color="error" variant="contained" onClick={() => void remove()}>
            {label} it
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
