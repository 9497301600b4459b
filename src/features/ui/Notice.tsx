'use client';
/** Short notices at the foot of the page, with at most one action (such as Undo). */
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';

export interface Notice {
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void };
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);

/** Shows a notice. */
export function useNotice(): (notice: Notice) => void {
  return useContext(NoticeContext);
}

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const [open, setOpen] = useState(false);
  const show = useCallback((next: Notice) => {
    setNotice(next);
    setOpen(true);
  }, []);
  const action = notice?.action && (
    <Button
      color="inherit"
      onClick={() => {
        setOpen(false);
        notice.action?.run();
      }}
    >
      {notice.action.label}
    </Button>
  );
  return (
    <NoticeContext.Provider value={show}>
      {children}
      <Snackbar
        open={open}
        autoHideDuration={8000}
        onClose={(_, reason) => reason !== 'clickaway' && setOpen(false)}
        message={notice?.text}
        action={action}
      />
    </NoticeContext.Provider>
  );
}
