'use client';
import Button from '@mui/material/Button';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { LEAST_PASSWORD } from '../../contract/people';
import { requestJson } from '../ui/request';
import { Door } from './Door';
import { PasswordField } from './PasswordField';
import { orRefusal } from './signIn';

/** Where a link for a new password leads. */
export function NewPasswordPage() {
  const address = useSearchParams();
  const token = address.get('token');
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<string | null>(
    token === null || address.has('error')
      ? 'This link was used already, or is over. Ask for a new one.'
      : null,
  );
  const save = async () => {
    const refusal = await orRefusal(() =>
      requestJson('/api/auth/reset-password', { body: { token, newPassword: password } }),
    );
    setProblem(refusal);
    if (refusal === null) window.location.assign('/sign-in');
  };
  return (
    <Door title="A new password" problem={problem} onSubmit={save}>
      <PasswordField label="New password" value={password} onChange={setPassword} />
      <Button type="submit" variant="contained" disabled={token === null || password.length < LEAST_PASSWORD}>
        Take it
      </Button>
      <Button href="/sign-in">Sign in</Button>
    </Door>
  );
}
