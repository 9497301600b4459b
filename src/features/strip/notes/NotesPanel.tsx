'use client';
import type { Day } from '../../../core/calendar/day';
import { SidePanel } from '../../ui/SidePanel';
import { DayNotes } from './DayNotes';

/** The notes on days, beside the dashboard; a new one begins on the given day. */
export function NotesPanel({ day, onClose }: { day: Day; onClose: () => void }) {
  return (
    <SidePanel name="Notes on days" title="Notes on days" width={380} role="complementary" onClose={onClose}>
      <DayNotes day={day} />
    </SidePanel>
  );
}
