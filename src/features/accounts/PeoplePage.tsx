'use client';
/** Who is in the workspace, what they may do, and which rows they see. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { peopleSchema } from '../../contract/people';
import { PageHeader } from '../ui/PageHeader';
import { requestAs } from '../ui/request';
import { Groups } from './Groups';
import { Invitations } from './Invitations';
import { PeopleTable } from './PeopleTable';
import { RowRules } from './RowRules';

const PEOPLE_QUERY = {
  queryKey: ['people'],
  queryFn: () => requestAs(peopleSchema, '/api/people'),
};

export function PeoplePage() {
  const people = useQuery(PEOPLE_QUERY);
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ p: 2, maxWidth: 1100, mx: 'auto' }}>
        <Typography variant="h1" gutterBottom>
          People and rights
        </Typography>
        {people.error && <Typography role="alert">{people.error.message}</Typography>}
        {people.data && (
          <>
            <PeopleTable people={people.data.people} />
            <Invitations invitations={people.data.invitations} mails={people.data.mails} />
            <Groups groups={people.data.groups} people={people.data.people} />
            <RowRules groups={people.data.groups} />
          </>
        )}
      </Box>
    </>
  );
}
