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
  /** The entries; `close` ends the list. */
  children: (close: () => void) => ReactNode;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
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
        onClose={close}
        slotProps={{ paper: LISTED, list: { 'aria-label': name } }}
      >
        {children(close)}
      </Menu>
    </>
  );
}
