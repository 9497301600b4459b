'use client';
/** A button that opens a list of things to do or to choose. */
import Button, { type ButtonProps } from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import { useState, type ReactNode } from 'react';
import { LISTED } from '../../theme/theme';

export function MenuButton({
  words,
  name,
  children,
  ...button
}: Omit<ButtonProps, 'children' | 'onClick' | 'name'> & {
  /** On the button. */
  words: string;
  /** Of the list, for those who do not see it. */
  name: string;
  /** The entries; `close` ends the list, and then does what has to wait until the focus is back. */
  children: (close: (then?: () => void) => void) => ReactNode;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  /** What waits until the list is gone. */
  const [next, setNext] = useState<{ readonly run: () => void } | null>(null);
  const close = (then?: () => void) => {
    setNext(then ? { run: then } : null);
    setAnchor(null);
  };
  const goOn = () => {
    next?.run();
    setNext(null);
  };
  return (
    <>
      <Button
        {...button}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {words}
      </Button>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => close()}
        slotProps={{ transition: { onExited: goOn }, paper: LISTED, list: { 'aria-label': name } }}
      >
        {children(close)}
      </Menu>
    </>
  );
}
