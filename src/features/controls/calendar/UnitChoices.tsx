'use client';
import Button from '@mui/material/Button';
import type { Day } from '../../../core/calendar/day';
import type { DayRuns } from '../../../core/calendar/runs';
import { anyOffered } from './calendarGrid';

/** Months of a year, or years of a decade; those without data are struck. */
export function UnitChoices(props: {
  label: string;
  entries: readonly { name: string; first: Day; last: Day }[];
  offered: DayRuns;
  onTake: (first: Day) => void;
}) {
  return (
    <div
      role="group"
      aria-label={props.label}
      style={{ flex: 1, display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 4, minHeight: 0 }}
    >
      {props.entries.map((entry) => {
        const isOffered = anyOffered(props.offered, entry.first, entry.last);
        return (
          <Button
            key={entry.first}
            onClick={() => props.onTake(entry.first)}
            disabled={!isOffered}
            sx={{
              minWidth: 0,
              p: 0,
              color: 'text.primary',
              textDecoration: isOffered ? 'none' : 'line-through',
            }}
          >
            {entry.name}
          </Button>
        );
      })}
    </div>
  );
}
