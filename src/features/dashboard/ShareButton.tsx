'use client';
/** The address of what is shown, to be handed on: with periods that roll on, or with the days of now. */
import MenuItem from '@mui/material/MenuItem';
import { splitAddress } from '../../core/dashboard/reader/longAddress';
import { addressOf } from '../../core/dashboard/reader/address';
import { frozenState } from '../../core/dashboard/turn/selections';
import { MenuButton } from '../ui/MenuButton';
import { useNotice } from '../ui/Notice';
import { useAnswers, useDesign, useReaderState, useWorkspace } from '../workspace/workspace';

export function ShareButton() {
  const notice = useNotice();
  const design = useDesign();
  const state = useReaderState();
  const { today } = useWorkspace();
  const controls = useAnswers((answers) => answers.controls);
  const copy = (isFrozen: boolean) => {
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
    <MenuButton
      words="Share"
      name="Share"
      variant="outlined"
      sx={{ borderColor: 'hairline', color: 'text.primary' }}
    >
      {(close) =>
        [false, true].map((isFrozen) => (
          <MenuItem
            key={String(isFrozen)}
            onClick={() => {
              close();
              copy(isFrozen);
            }}
          >
            Copy the address: {isFrozen ? 'these days for ever' : 'periods roll on'}
          </MenuItem>
        ))
      }
    </MenuButton>
  );
}
