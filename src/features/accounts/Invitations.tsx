'use client';
import Button from '@mui/material/Button';
import ListItemText from '@mui/material/ListItemText';
import MenuItem from '@mui/material/MenuItem';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { inviteSchema, madeLinkSchema, ROLES, type Invitation, type Role } from '../../contract/people';
import { InlineForm } from '../ui/InlineForm';
import { momentWords } from '../ui/moment';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { ROLE_NAMES, ROLE_SAYS } from './roles';
import { ShownOnce } from './ShownOnce';
import { useChange } from '../ui/useChange';
import { ScrollingTable } from '../ui/ScrollingTable';

/** Who is invited and has not come in yet, and a way to invite more. */
export function Invitations({ invitations, mails }: { invitations: readonly Invitation[]; mails: boolean }) {
  const change = useChange('people');
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<Role>('reader');
  const [problem, setProblem] = useState<string | null>(null);
  const [link, setLink] = useState<string | null>(null);
  const invite = async () => {
    const asked = inviteSchema.safeParse({ email: email.trim(), role });
    setProblem(asked.success ? null : asked.error.issues[0]!.message);
    if (!asked.success) return;
    await change(async () => {
      const made = await requestAs(madeLinkSchema, '/api/invitations', { body: asked.data });
      setLink(made.link);
      setEmail('');
    });
  };
  const open = invitations.filter((entry) => entry.email !== null);
  return (
    <Section title="Invitations">
      <Typography color="textSecondary" gutterBottom>
        {mails
          ? 'An invitation goes out by mail; its link is shown here as well.'
          : 'No mail server is set up: hand the link on yourself. It is shown once.'}
      </Typography>
      {link !== null && <ShownOnce name="Link of the invitation" text={link} onClose={() => setLink(null)} />}
      {open.length > 0 && <OpenInvitations open={open} />}
      <InlineForm name="Invite somebody" onSubmit={invite} sx={{ mt: 1.5 }}>
        <TextField
          label="Address to invite"
          type="email"
          value={email}
          error={problem !== null}
          helperText={problem}
          onChange={(event) => setEmail(event.target.value)}
          sx={{ minWidth: 260 }}
        />
        <TextField
          select
          label="Comes in as"
          value={role}
          onChange={(event) => setRole(event.target.value as Role)}
          sx={{ minWidth: 160 }}
          slotProps={{ select: { renderValue: (value) => ROLE_NAMES[value as Role] } }}
        >
          {ROLES.map((entry) => (
            <MenuItem key={entry} value={entry}>
              <ListItemText primary={ROLE_NAMES[entry]} secondary={ROLE_SAYS[entry]} />
            </MenuItem>
          ))}
        </TextField>
        <Button type="submit" variant="contained" disabled={email.trim() === ''}>
          Invite
        </Button>
      </InlineForm>
    </Section>
  );
}

/** Those who have not come in yet. */
function OpenInvitations({ open }: { open: readonly Invitation[] }) {
  const change = useChange('people');
  return (
    <ScrollingTable name="Invitations">
      <TableBody>
        {open.map((entry) => (
          <TableRow key={entry.id}>
            <TableCell sx={{ fontWeight: 650 }}>{entry.email}</TableCell>
            <TableCell>{ROLE_NAMES[entry.role]}</TableCell>
            <TableCell>until {momentWords(entry.expiresAt)}</TableCell>
            <TableCell align="right">
              <Button
                color="error"
                aria-label={`Take the invitation of ${entry.email} back`}
                onClick={() =>
                  void change(
                    () => requestJson(`/api/invitations/${entry.id}`, { method: 'DELETE' }),
                    `The invitation of ${entry.email} is taken back.`,
                  )
                }
              >
                Take back
              </Button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </ScrollingTable>
  );
}
