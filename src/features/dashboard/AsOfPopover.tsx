'use client';
/** Chooses the day that stands in the place of today, beside the button that tells it. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import { isoDay, parseIsoDay } from '../../core/calendar/day';
import { DayField } from '../ui/DayField';
import { useHeld, useWorkspace } from '../workspace/workspace';

export function AsOfPopover({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const { held, today } = useWorkspace();
  const chosen = useHeld(({ state }) => state.asOf);
  const asOf = chosen ? parseIsoDay(chosen) : undefined;
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': 'As of' } }}
    >
      <Box sx={{ p: 2, width: 300, display: 'flex', gap: 1, alignItems: 'flex-start' }}>
        <DayField
          label="As of"
          day={asOf ?? today}
          onDay={(day) => {
            held.setAsOf(isoDay(day));
            onClose();
          }}
        />
        <Button disabled={asOf === undefined} onClick={() => held.setAsOf(null)}>
          Back to today
        </Button>
      </Box>
    </Popover>
  );
}
