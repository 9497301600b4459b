'use client';
/** Tells that the session is over, wherever one is: what is on the page stays, and one goes on once signed in again. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { meSchema } from '../../contract/people';
import { onSignedOut, requestAs } from './request';

/** Pages that one reads without having signed in. */
const OPEN_PAGES = /^\/(sign-in|welcome|new-password)(\/|$)/;

export function SignedOut() {
  const client = useQueryClient();
  const path = usePathname();
  const [isOut, setOut] = useState(false);
  useEffect(() => onSignedOut(() => setOut(true)), []);
  useEffect(() => {
    if (!isOut) return;
    const look = async () => {
      const me = await requestAs(meSchema, '/api/me').catch(() => undefined);
      if (!me?.person) return;
      setOut(false);
      await client.invalidateQueries();
    };
    const onFocus = () => void look();
    window.addEventListener('focus', onFocus);
    return () => window.removeEventListener('focus', onFocus);
  }, [isOut, client]);
  if (!isOut || OPEN_PAGES.test(path)) return null;
  return (
    <Alert
      severity="warning"
      action={
        <Button color="inherit" component="a" href="/sign-in?to=/account" target="_blank">
          Sign in in another tab
        </Button>
      }
    >
      You are signed out. What is on this page is kept; go on here once you have signed in again.
    </Alert>
  );
}
