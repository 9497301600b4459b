'use client';
/** Switches a slicer or condition off without losing what it holds. */
import Button from '@mui/material/Button';
import { isSwitchedOff } from '../../core/dashboard/reader/held';
import { useHeld, useWorkspace } from '../workspace/workspace';

export function OffSwitch({ id, title }: { id: string; title: string }) {
  const { held } = useWorkspace();
  const isOff = useHeld(({ state }) => isSwitchedOff(state, id));
  return (
    <Button
      color={isOff ? 'warning' : 'secondary'}
      aria-pressed={isOff}
      aria-label={isOff ? `${title} is off: switch it on` : `Switch ${title} off, keeping what it holds`}
      title={isOff ? 'Off: without effect until switched on' : 'Off, without losing what is set'}
      onClick={() => held.switchOff(id, !isOff)}
      sx={{ minWidth: 0, py: 0, px: 0.5 }}
    >
      {isOff ? 'Is off' : 'Off'}
    </Button>
  );
}
