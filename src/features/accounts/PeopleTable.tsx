'use client';
import ListItemText from '@mui/material/ListItemText';
import MenuItem from '@mui/material/MenuItem';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { madeLinkSchema, ROLES, type Person, type PersonEdit, type Role } from '../../contract/people';
import { unseenStyle } from '../../theme/roles';
import { momentWords } from '../ui/moment';
import { MenuButton } from '../ui/MenuButton';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { ROLE_NAMES, ROLE_SAYS } from './roles';
import { ShownOnce } from './ShownOnce';
import { useChange } from '../ui/useChange';
import { ScrollingTable } from '../ui/ScrollingTable';

export function PeopleTable({ people }: { people: readonly Person[] }) {
  const change = useChange('people', 'me');
  const [link, setLink] = useState<{ readonly name: string; readonly link: string } | null>(null);
  const edit = (person: Person, part: PersonEdit, done: string) =>
    void change(() => requestJson(`/api/people/${person.id}`, { method: 'PATCH', body: part }), done);
  const reset = (person: Person) =>
    void change(async () => {
      const made = await requestAs(madeLinkSchema, `/api/people/${person.id}/reset`, { body: {} });
      setLink({ name: `Link for a new password of ${person.name}`, link: made.link });
    });
  return (
    <Section title="People">
      {link && <ShownOnce name={link.name} text={link.link} onClose={() => setLink(null)} />}
      <ScrollingTable name="People">
        <TableHead>
          <TableRow>
            <TableCell>Name</TableCell>
            <TableCell>Address</TableCell>
            <TableCell>May</TableCell>
            <TableCell>Second factor</TableCell>
            <TableCell>Last here</TableCell>
            <TableCell>
              <span style={unseenStyle}>What can be done</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {people.map((person) => (
            <PersonRow
              key={person.id}
              person={person}
              onEdit={(part, done) => edit(person, part, done)}
              onReset={() => reset(person)}
            />
          ))}
        </TableBody>
      </ScrollingTable>
    </Section>
  );
}

interface PersonRowProps {
  readonly person: Person;
  /** Changes part of a person, and says what is done. */
  readonly onEdit: (part: PersonEdit, done: string) => void;
  /** Makes a link for a new password. */
  readonly onReset: () => void;
}

function PersonRow({ person, onEdit, onReset }: PersonRowProps) {
  return (
    <TableRow>
      <TableCell sx={{ fontWeight: 650 }}>
        {person.name}
        {person.isDisabled && ' (closed)'}
      </TableCell>
      <TableCell>{person.email}</TableCell>
      <TableCell>
        <TextField
          select
          variant="standard"
          value={person.role}
          onChange={(event) =>
            onEdit(
              { role: event.target.value as Role },
              `${person.name} is ${ROLE_NAMES[event.target.value as Role].toLowerCase()} now.`,
            )
          }
          slotProps={{
            htmlInput: { 'aria-label': `Role of ${person.name}` },
            select: { renderValue: (value) => ROLE_NAMES[value as Role] },
          }}
        >
          {ROLES.map((role) => (
            <MenuItem key={role} value={role}>
              <ListItemText primary={ROLE_NAMES[role]} secondary={ROLE_SAYS[role]} />
            </MenuItem>
          ))}
        </TextField>
      </TableCell>
      <TableCell>{person.hasSecondFactor ? 'on' : 'off'}</TableCell>
      <TableCell>{person.seenAt === null ? 'not signed in' : momentWords(person.seenAt)}</TableCell>
      <TableCell align="right">
        <PersonMenu person={person} onEdit={onEdit} onReset={onReset} />
      </TableCell>
    </TableRow>
  );
}

/** What can be done with a person. */
function PersonMenu({ person, onEdit, onReset }: PersonRowProps) {
  return (
    <MenuButton words="More" name={`More for ${person.name}`} aria-label={`More for ${person.name}`}>
      {(close) => [
        <MenuItem key="reset" onClick={() => close(() => onReset())}>
          Make a link for a new password
        </MenuItem>,
        ...(person.hasSecondFactor
          ? [
              <MenuItem
                key="factor"
                onClick={() =>
                  close(() =>
                    onEdit({ removesSecondFactor: true }, `${person.name} signs in with the password alone.`),
                  )
                }
              >
                Remove the second factor
              </MenuItem>,
            ]
          : []),
        <MenuItem
          key="close"
          onClick={() =>
            close(() =>
              onEdit(
                { isDisabled: !person.isDisabled },
                person.isDisabled
                  ? `${person.name} may come in again.`
                  : `${person.name} is signed out and may not come in any more.`,
              ),
            )
          }
        >
          {person.isDisabled ? 'Open the account again' : 'Close the account'}
        </MenuItem>,
      ]}
    </MenuButton>
  );
}
