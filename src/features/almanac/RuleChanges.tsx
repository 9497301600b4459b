'use client';
/** What another rule would move, before it is saved. */
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import type { CalendarRule } from '../../core/calendar/rule';
import { MovedWindows } from '../ui/MovedWindows';
import { changesUnder } from './api';

export function RuleChanges({ rule }: { rule: CalendarRule }) {
  const changes = useQuery({
    queryKey: ['rule changes', rule],
    queryFn: () => changesUnder(rule),
    placeholderData: keepPreviousData,
  });
  if (changes.error) return <Typography role="alert">{changes.error.message}</Typography>;
  if (!changes.data) return <Typography sx={{ mt: 2 }}>Looking at every dashboard…</Typography>;
  const { windows, visuals, dashboards } = changes.data;
  const touched = new Set([...windows, ...visuals].map((entry) => entry.dashboard)).size;
  return (
    <section aria-label="What will change" style={{ marginTop: 16 }}>
      <Typography variant="h3" component="h3">
        What will change
      </Typography>
      <Typography gutterBottom>
        {touched === 0
          ? `No window and no visual of the ${dashboards} dashboards will change.`
          : `${windows.length} ${windows.length === 1 ? 'window moves' : 'windows move'} and ${visuals.length} ${visuals.length === 1 ? 'visual is' : 'visuals are'} cut anew, on ${touched} of ${dashboards} dashboards.`}
      </Typography>
      {(windows.length > 0 || visuals.length > 0) && (
        <MovedWindows label="Windows and visuals that will change" windows={windows}>
          {visuals.map((entry) => (
            <TableRow key={`${entry.dashboard} ${entry.visual}`}>
              <TableCell>
                <Link href={`/dashboards/${entry.dashboard}`}>{entry.title}</Link>
              </TableCell>
              <TableCell>{entry.visual}</TableCell>
              <TableCell colSpan={3}>{entry.reason}</TableCell>
            </TableRow>
          ))}
        </MovedWindows>
      )}
    </section>
  );
}
