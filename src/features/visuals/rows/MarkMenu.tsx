'use client';
/** What can be done at a mark: its rows, and where its change comes from. */
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { LISTED } from '../../../theme/theme';
import { useMarkMenu, useRowsAsked } from '../../workspace/rowsAsked';

export function MarkMenu({ onClose }: { onClose: () => void }) {
  const menu = useMarkMenu((marks) => marks.menu);
  const openRows = useRowsAsked((asked) => asked.open);
  if (!menu) return null;
  const { rows, onChange, at } = menu;
  const leave = (then: () => void) => () => {
    onClose();
    then();
  };
  return (
    <Menu
      open
      onClose={onClose}
      anchorReference="anchorPosition"
      anchorPosition={{ left: at.x, top: at.y }}
      slotProps={{ paper: LISTED, list: { 'aria-label': rows.words } }}
    >
      <MenuItem onClick={leave(() => openRows(rows))}>Rows behind it</MenuItem>
      {onChange && <MenuItem onClick={leave(onChange)}>Where the change comes from</MenuItem>}
    </Menu>
  );
}
