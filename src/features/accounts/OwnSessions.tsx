'use client';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { ownSessionSchema } from '../../contract/people';
import { unseenStyle } from '../../theme/roles';
import { momentWords } from '../ui/moment';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { useChange } from '../ui/useChange';
import { ScrollingTable } from '../ui/ScrollingTable';

const sessionsSchema = z.array(ownSessionSchema);

/** A browser's long description of itself in a few words. */
function browserWords(text: string): string {
  const name = /(Edg|OPR|Firefox|Chrome|Safari)\//.exec(text.replace(/^.*?\)/, ''))?.[1];
  const names: Readonly<Record<string, string>> = { Edg: 'Edge', OPR: 'Opera' };
  const system = /\((?:[^;)]*; )?(Windows|Macintosh|iPhone|iPad|Android|Linux|X11)/.exec(text)?.[1];
  const systems: Readonly<Record<string, string>> = { Macintosh: 'macOS', X11: 'Linux' };
  const words = [name && (names[name] ?? name), system && `on ${systems[system] ?? system}`].filter(Boolean);
  return words.length > 0 ? words.join(' ') : text.slice(0, 60) || 'unknown';
}

/** Where one is signed in; each can be ended from here. */
export function OwnSessions() {
  const change = useChange('sessions');
  const list = useQuery({
    queryKey: ['sessions'],
    queryFn: () => requestAs(sessionsSchema, '/api/sessions'),
  });
  const end = (id: string) =>
    change(() => requestJson(`/api/sessions/${id}`, { method: 'DELETE' }), 'The session is ended.');
  return (
    <Section title="Where you are signed in">
      {list.error && <Typography role="alert">{list.error.message}</Typography>}
      <ScrollingTable name="Sessions">
        <TableHead>
          <TableRow>
            <TableCell>Browser</TableCell>
            <TableCell>Address</TableCell>
            <TableCell>Since</TableCell>
            <TableCell>Last used</TableCell>
            <TableCell>
              <span style={unseenStyle}>What can be done</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {(list.data ?? []).map((session) => (
            <TableRow key={session.id}>
              <TableCell>{browserWords(session.browser)}</TableCell>
              <TableCell>{session.address ?? ''}</TableCell>
              <TableCell>{momentWords(session.begunAt)}</TableCell>
              <TableCell>{momentWords(session.seenAt)}</TableCell>
              <TableCell align="right">
                {session.isThis ? (
                  'this one'
                ) : (
                  <Button
                    color="error"
                    aria-label={`End the session of ${browserWords(session.browser)}, since ${momentWords(session.begunAt)}`}
                    onClick={() => void end(session.id)}
                  >
                    End
                  </Button>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </ScrollingTable>
    </Section>
  );
}
