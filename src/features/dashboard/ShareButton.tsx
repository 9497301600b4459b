'use client';
/** The address of what is shown, to be handed on: with periods that roll on, or with the days of now. */
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { frozenState } from '../../core/dashboard/turn/selections';
import { MenuButton } from '../ui/MenuButton';
import { useMe } from '../ui/me';
import { useNotice } from '../ui/Notice';
import { PAGE_PLACE } from '../workspace/page';
import { useFrameCopy } from '../ui/useFrameCopy';
import { frameText, putState, wallAddress } from '../workspace/stateAddress';
import { useAnswers, useDesign, useReaderState, useWorkspace } from '../workspace/workspace';
import { lazily } from '../ui/lazily';

const AccessPanel = lazily(() => import('./access/AccessPanel'), 'AccessPanel');

export function ShareButton({ id, mayEdit }: { id: number; mayEdit: boolean }) {
  const { accounts } = useMe();
  const [isAccessOpen, setAccessOpen] = useState(false);
  const copyFrame = useFrameCopy();
  const notice = useNotice();
  const design = useDesign();
  const state = useReaderState();
  const { today } = useWorkspace();
  const controls = useAnswers((answers) => answers.controls);
  const copy = (isFrozen: boolean) => {
    const address = new URL(window.location.href);
    if (isFrozen) {
      const frozen = frozenState(design, state, controls, today);
      putState(address, design.document, frozen, address.searchParams.get(PAGE_PLACE));
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
      <MenuButton
        words="Share"
        name="Share"
        variant="outlined"
        sx={{ borderColor: 'hairline', color: 'text.primary' }}
      >
        {(close) => [
          ...[false, true].map((isFrozen) => (
            <MenuItem
              key={String(isFrozen)}
              onClick={() => {
                close();
                copy(isFrozen);
              }}
            >
              Copy the address: {isFrozen ? 'these days for ever' : 'periods roll on'}
            </MenuItem>
          )),
          <MenuItem
            key="frame"
            onClick={() => {
              close();
              const page = new URL(window.location.href).searchParams.get(PAGE_PLACE);
              copyFrame(frameText(id, design.document, state, { page, visual: null }));
            }}
          >
            Copy a frame for a page of yours
          </MenuItem>,
          <MenuItem
            key="wall"
            component="a"
            href={wallAddress(id, design.document, state)}
            target="_blank"
            onClick={() => close()}
          >
            Show it alone on a large screen
          </MenuItem>,
          ...(accounts && mayEdit
            ? [
                <MenuItem key="access" onClick={() => close(() => setAccessOpen(true))}>
                  Who may see and change it
                </MenuItem>,
              ]
            : []),
        ]}
      </MenuButton>
      {isAccessOpen && <AccessPanel dashboard={id} onClose={() => setAccessOpen(false)} />}
    </>
  );
}
