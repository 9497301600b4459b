'use client';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { InlineForm } from '../ui/InlineForm';
import { useNotice } from '../ui/Notice';
import { z } from 'zod';
import { requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { QrPicture } from './QrPicture';
import { orRefusal } from './signIn';

/** What an app needs to make codes, and what one keeps for when it is lost. */
const begunSchema = z.object({ totpURI: z.string(), backupCodes: z.array(z.string()) });
type Begun = z.infer<typeof begunSchema>;

/** Codes of an app as a second factor: switched on once a code is right, switched off with the password. */
export function SecondFactor({ isOn, isRequired }: { isOn: boolean; isRequired: boolean }) {
  const client = useQueryClient();
  const notice = useNotice();
  const [password, setPassword] = useState('');
  const [begun, setBegun] = useState<Begun | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>) => setProblem(await orRefusal(work));
  const begin = () =>
    attempt(async () => {
      setBegun(await requestAs(begunSchema, '/api/auth/two-factor/enable', { body: { password } }));
      setPassword('');
    });
  const confirm = (code: string) =>
    attempt(async () => {
      await requestJson('/api/auth/two-factor/verify-totp', { body: { code: code.replace(/\s/g, '') } });
      setBegun(null);
      notice({ text: 'From now on signing in asks for a code as well.' });
      await client.invalidateQueries({ queryKey: ['me'] });
    });
  const end = () =>
    attempt(async () => {
      await requestJson('/api/auth/two-factor/disable', { body: { password } });
      setPassword('');
      notice({ text: 'Signing in asks for the password alone.' });
      await client.invalidateQueries({ queryKey: ['me'] });
    });
  return (
    <Section title="Second factor">
      {problem !== null && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {begun ? (
        <FirstCode begun={begun} onConfirm={confirm} onLeave={() => setBegun(null)} />
      ) : isOn && isRequired ? (
        <Typography>
          Signing in asks for a code of your app, as for everybody here. Where the app is lost, an owner
          removes the factor, and you set up another.
        </Typography>
      ) : (
        <InlineForm
          name={isOn ? 'Switch the second factor off' : 'Switch the second factor on'}
          onSubmit={() => (isOn ? end() : begin())}
        >
          <Typography sx={{ flex: '1 1 100%' }}>
            {isOn
              ? 'Signing in asks for a code of your app.'
              : 'With a second factor a password alone does not let anybody in: an app of yours makes a code every half minute.'}
          </Typography>
          <TextField
            label="Your password"
            type="password"
            value={password}
            autoComplete="current-password"
            onChange={(event) => setPassword(event.target.value)}
          />
          <Button type="submit" variant={isOn ? 'outlined' : 'contained'} disabled={password === ''}>
            {isOn ? 'Switch it off' : 'Begin'}
          </Button>
        </InlineForm>
      )}
    </Section>
  );
}

/** What an app reads, and a field for its first code. */
function FirstCode({
  begun,
  onConfirm,
  onLeave,
}: {
  begun: Begun;
  onConfirm: (code: string) => Promise<void>;
  onLeave: () => void;
}) {
  const [code, setCode] = useState('');
  return (
    <InlineForm name="First code" onSubmit={() => onConfirm(code)} sx={{ gap: 2, alignItems: 'stretch' }}>
      <QrPicture text={begun.totpURI} name="What the app reads" />
      <Box sx={{ flex: '1 1 300px' }}>
        <Typography gutterBottom>
          Have an app for codes read this picture, or type this key into it:{' '}
          <code>{new URL(begun.totpURI).searchParams.get('secret')}</code>
        </Typography>
        <Typography gutterBottom>
          Keep these codes where you find them without the app. Each lets you in once:{' '}
          <code>{begun.backupCodes.join(' ')}</code>
        </Typography>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
          <TextField
            label="Code of the app"
            value={code}
            autoComplete="one-time-code"
            onChange={(event) => setCode(event.target.value)}
          />
          <Button type="submit" variant="contained" disabled={code.trim() === ''}>
            Switch it on
          </Button>
          <Button onClick={onLeave}>Leave it</Button>
        </Box>
      </Box>
    </InlineForm>
  );
}
