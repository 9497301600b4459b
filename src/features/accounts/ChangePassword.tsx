'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { LEAST_PASSWORD } from '../../contract/people';
import { InlineForm } from '../ui/InlineForm';
import { useNotice } from '../ui/Notice';
import { requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { PasswordField } from './PasswordField';
import { orRefusal } from './signIn';

/** Another password; all other sessions end with it. */
export function ChangePassword() {
  const client = useQueryClient();
  const notice = useNotice();
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const change = async () => {
    const refusal = await orRefusal(() =>
      requestJson('/api/auth/change-password', {
        body: { currentPassword: now, newPassword: next, revokeOtherSessions: true },
      }),
    );
    setProblem(refusal);
    if (refusal !== null) return;
    setNow('');
    setNext('');
    notice({ text: 'The password is changed. You are signed out everywhere else.' });
    await client.invalidateQueries({ queryKey: ['sessions'] });
  };
  return (
    <Section title="Password">
      {problem !== null && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      <InlineForm name="Another password" onSubmit={change}>
        <TextField
          label="Password now"
          type="password"
          value={now}
          autoComplete="current-password"
          onChange={(event) => setNow(event.target.value)}
        />
        <PasswordField label="New password" value={next} onChange={setNext} />
        <Button type="submit" variant="contained" disabled={now === '' || next.length < LEAST_PASSWORD}>
          Change it
        </Button>
      </InlineForm>
    </Section>
  );
}
