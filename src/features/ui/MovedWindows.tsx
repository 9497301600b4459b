'use client';
/** Windows that a change would move, as rows of a table. */
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { MovedWindow } from '../../core/model/ruleChanges';
import { ScrollingTable } from './ScrollingTable';

/** "start 20 days earlier, end 10 days later". */
function movesWords({ startMoves, endMoves }: Pick<MovedWindow, 'startMoves' | 'endMoves'>): string {
  const side = (name: string, by: number | null) =>
    by === null || by === 0
      ? []
      : [`${name} ${Math.abs(by)} ${Math.abs(by) === 1 ? 'day' : 'days'} ${by < 0 ? 'earlier' : 'later'}`];
  const parts = [...side('start', startMoves), ...side('end', endMoves)];
  return parts.length === 0 ? 'other days' : parts.join(', ');
}

export function MovedWindows({
  label,
  windows,
  children,
}: {
  label: string;
  windows: readonly MovedWindow[];
  /** Rows of what changes otherwise. */
  children?: ReactNode;
}) {
  return (
    <ScrollingTable name={label}>
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
        {children}
      </TableBody>
    </ScrollingTable>
  );
}
