'use client';
/** Switches a slicer or condition off without losing what it holds. */
import Button from '@mui/material/Button';
import { useWorkspace } from '../workspace/workspace';

export function OffSwitch({ id, title }: { id: string; title: string }) {
  const { reader } = useWorkspace();
  const isOff = reader.state.off?.includes(id) === true;
  return (
    <Button
      color={isOff ? 'warning' : 'secondary'}
      aria-pressed={isOff}
      aria-label={isOff ? `${title} is off: switch it on` : `Switch ${title} off, keeping what it holds`}
      title={isOff ? 'Off: without effect until switched on' : 'Off, without losing what is set'}
      onClick={() => reader.setOff(id, !isOff)}
      sx={{ minWidth: 0, py: 0, px: 0.5 }}
    >
      {isOff ? 'Is off' : 'Off'}
    </Button>
  );
}
