'use client';
/** Opens the help of a place, also by the key “?”. */
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { HelpPlace } from './help';
import { isPageKey } from './isTyping';
import { lazily } from './lazily';

const HelpPanel = lazily(() => import('./HelpPanel'), 'HelpPanel');

export function HelpButton({ place }: { place: HelpPlace }) {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '?' && isPageKey(event)) setOpen((old) => !old);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Button
        onClick={() => setOpen(!isOpen)}
        aria-expanded={isOpen}
        aria-label="Keys and words"
        title="Keys and words (?)"
        sx={{ minWidth: 32, px: 0.5 }}
      >
        ?
      </Button>
      {isOpen && <HelpPanel place={place} onClose={() => setOpen(false)} />}
    </>
  );
}
