'use client';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Group, GroupEdit, Person } from '../../contract/people';
import { InlineForm } from '../ui/InlineForm';
import { TextSetting } from '../ui/fields';
import { requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { useChange } from '../ui/useChange';

/** Groups of people, by which dashboards are shared and rows are held back. */
export function Groups({ groups, people }: { groups: readonly Group[]; people: readonly Person[] }) {
  const change = useChange('people');
  const [name, setName] = useState('');
  const make = async () => {
    const isMade = await change(() =>
      requestJson('/api/groups', { body: { name: name.trim(), members: [] } satisfies GroupEdit }),
    );
    if (isMade) setName('');
  };
  return (
    <Section title="Groups">
      {groups.length === 0 && (
        <Typography color="textSecondary">
          None yet. A group is given a dashboard, or the rows that its people may see.
        </Typography>
      )}
      <ul aria-label="Groups" style={{ listStyle: 'none', margin: 0, padding: 0 }}>
        {groups.map((group) => (
          <GroupRow key={group.id} group={group} people={people} />
        ))}
      </ul>
      <InlineForm name="A new group" onSubmit={make} sx={{ mt: 1.5, alignItems: 'stretch' }}>
        <TextField label="Name of the group" value={name} onChange={(event) => setName(event.target.value)} />
        <Button type="submit" variant="contained" disabled={name.trim() === ''}>
          Make it
        </Button>
      </InlineForm>
    </Section>
  );
}

function GroupRow({ group, people }: { group: Group; people: readonly Person[] }) {
  const change = useChange('people');
  const save = (part: Partial<GroupEdit>) =>
    void change(() =>
      requestJson(`/api/groups/${group.id}`, {
        method: 'PUT',
        body: { name: group.name, members: group.members, ...part },
      }),
    );
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        gap: 1.5,
        alignItems: 'center',
        flexWrap: 'wrap',
        borderTop: 1,
        borderColor: 'hairline',
        py: 0.5,
      }}
    >
      <Box sx={{ width: 200 }}>
        <TextSetting
          label={`Name of ${group.name}`}
          value={group.name}
          check={(text) => (text.trim() === '' ? 'A group has a name.' : null)}
          onChange={(text) => save({ name: text.trim() })}
        />
      </Box>
      <Autocomplete
        multiple
        size="small"
        sx={{ flex: '1 1 300px' }}
        options={[...people]}
        value={people.filter(({ id }) => group.members.includes(id))}
        getOptionLabel={(person) => `${person.name} (${person.email})`}
        getOptionKey={(person) => person.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        onChange={(_, chosen) => save({ members: chosen.map(({ id }) => id) })}
        renderInput={(input) => <TextField {...input} label={`People of ${group.name}`} />}
      />
      <Button
        color="error"
        aria-label={`Remove ${group.name}`}
        onClick={() =>
          void change(
            () => requestJson(`/api/groups/${group.id}`, { method: 'DELETE' }),
            `${group.name} is removed.`,
          )
        }
      >
        Remove
      </Button>
    </Box>
  );
}
