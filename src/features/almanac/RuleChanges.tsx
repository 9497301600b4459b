'use client';
/** What another rule would move, before it is saved. */
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import type { CalendarRule } from '../../core/calendar/rule';
import type { MovedWindow } from '../../core/model/ruleChanges';
import { changesUnder } from './api';

/** "start 20 days earlier, end 10 days later". */
function movesWords({ startMoves, endMoves }: Pick<MovedWindow, 'startMoves' | 'endMoves'>): string {
  const side = (name: string, by: number | null) =>
    by === null || by === 0
      ? []
      : [`${name} ${Math.abs(by)} ${Math.abs(by) === 1 ? 'day' : 'days'} ${by < 0 ? 'earlier' : 'later'}`];
  const parts = [...side('start', startMoves), ...side('end', endMoves)];
  return parts.length === 0 ? 'other days' : parts.join(', ');
}

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
        <Table size="small" aria-label="Windows and visuals that will change">
          <TableHead>
            <TableRow>
              <TableCell>Dashboard</TableCell>
              <TableCell>Control or visual</TableCell>
              <TableCell>Now</TableCell>
              <TableCell>Then</TableCell>
              <TableCell>Moves</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {windows.map((entry) => (
              <TableRow key={`${entry.dashboard} ${entry.control} ${entry.phrase}`}>
                <TableCell>
                  <Link href={`/dashboards/${entry.dashboard}`}>{entry.title}</Link>
                </TableCell>
                <TableCell>
                  {entry.control}, “{entry.phrase}”
                </TableCell>
                <TableCell>{entry.before}</TableCell>
                <TableCell>{entry.after}</TableCell>
                <TableCell>{movesWords(entry)}</TableCell>
              </TableRow>
            ))}
            {visuals.map((entry) => (
              <TableRow key={`${entry.dashboard} ${entry.visual}`}>
                <TableCell>
                  <Link href={`/dashboards/${entry.dashboard}`}>{entry.title}</Link>
                </TableCell>
                <TableCell>{entry.visual}</TableCell>
                <TableCell colSpan={3}>{entry.reason}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </section>
  );
}
