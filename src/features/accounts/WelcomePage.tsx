'use client';
import { madeAccountSchema } from '../../contract/people';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { SHRUNK } from '../ui/fields';
import { invitedSchema, LEAST_PASSWORD } from '../../contract/people';
import { requestAs } from '../ui/request';
import { Door } from './Door';
import { PasswordField } from './PasswordField';
import { ROLE_NAMES, ROLE_SAYS } from './roles';
import { orRefusal, signIn } from './signIn';

/** Where an invitation leads: name and password, and one is in. */
export function WelcomePage({ token }: { token: string }) {
  const invited = useQuery({
    queryKey: ['invited', token],
    queryFn: () => requestAs(invitedSchema, `/api/invitations/${encodeURIComponent(token)}`),
    retry: false,
  });
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  if (invited.error)
    return (
      <Door title="Welcome" problem={invited.error.message}>
        <Button href="/sign-in">Sign in</Button>
      </Door>
    );
  if (!invited.data) return null;
  const { email: known, role } = invited.data;
  const accept = async () => {
    const refusal = await orRefusal(async () => {
      const made = await requestAs(madeAccountSchema, '/api/invitations/accept', {
        body: { token, name, password, ...(known === null ? { email: email.trim() } : {}) },
      });
      await signIn(made.email, password);
      window.location.assign('/');
    });
    setProblem(refusal);
  };
  return (
    <Door title="Welcome" problem={problem} onSubmit={accept}>
      <Typography>
        {known === null ? 'You come in' : `${known} comes in`} as {ROLE_NAMES[role].toLowerCase()}:{' '}
        {ROLE_SAYS[role]}.
      </Typography>
      {known === null && (
        <TextField
          slotProps={SHRUNK}
          label="Address"
          type="email"
          value={email}
          autoComplete="username"
          onChange={(event) => setEmail(event.target.value)}
        />
      )}
      <TextField
        slotProps={SHRUNK}
        label="Name"
        value={name}
        autoComplete="name"
        onChange={(event) => setName(event.target.value)}
      />
      <PasswordField label="Password" value={password} onChange={setPassword} />
      <Button
        type="submit"
        variant="contained"
        disabled={
          name.trim() === '' || password.length < LEAST_PASSWORD || (known === null && email.trim() === '')
        }
      >
        Come in
      </Button>
    </Door>
  );
}
