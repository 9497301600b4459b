'use client';
/** The address of what is shown, to be handed on: with periods that roll on, or with the days of now. */
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { splitAddress } from '../../core/dashboard/reader/longAddress';
import { addressOf } from '../../core/dashboard/reader/address';
import { frozenState } from '../../core/dashboard/turn/selections';
import { LISTED } from '../../theme/theme';
import { useNotice } from '../ui/Notice';
import { useAnswers, useDesign, useReaderState, useWorkspace } from '../workspace/workspace';

export function ShareButton() {
  const notice = useNotice();
  const design = useDesign();
  const state = useReaderState();
  const { today } = useWorkspace();
  const controls = useAnswers((answers) => answers.controls);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const copy = (isFrozen: boolean) => {
    setAnchor(null);
    const address = new URL(window.location.href);
    if (isFrozen) {
      const frozen = frozenState(design, state, controls, today);
      const { query, fragment } = splitAddress(addressOf(design.document, frozen));
      address.search = '';
      for (const [place, text] of Object.entries(query))
        if (text !== null) address.searchParams.set(place, text);
      address.hash = fragment;
    }
    address.searchParams.delete('mode');
    const said = isFrozen
      ? 'The address is copied. Opening it shows these days for ever.'
      : 'The address is copied. Opening it shows the same choices; periods that roll go on rolling.';
    void navigator.clipboard.writeText(address.href).then(
      () => notice({ text: said }),
      () => notice({ text: `Copy this address: ${address.href}` }),
    );
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ borderColor: 'hairline', color: 'text.primary' }}
      >
        Share
      </Button>
      <Menu
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        slotProps={{ paper: LISTED, list: { 'aria-label': 'Share' } }}
      >
        <MenuItem onClick={() => copy(false)}>Copy the address: periods roll on</MenuItem>
        <MenuItem onClick={() => copy(true)}>Copy the address: these days for ever</MenuItem>
      </Menu>
    </>
  );
}
