'use client';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { SHRUNK } from '../ui/fields';
import { useMe } from '../ui/me';
import { requestJson } from '../ui/request';
import { Door } from './Door';
import { giveCode, orRefusal, providerAddress, safePlace, signIn } from './signIn';

/** Signing in: address and password, a code where one has a second factor, or a provider. */
export function SignInPage() {
  const address = useSearchParams();
  const to = safePlace(address.get('to'));
  const { provider } = useMe();
  const [step, setStep] = useState<'password' | 'code' | 'forgotten'>('password');
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<string | null>(
    address.has('error') ? 'The provider did not let you in, or nobody here has your address.' : null,
  );
  const [isBusy, setBusy] = useState(false);
  const go = () => window.location.assign(to);
  const attempt = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(await orRefusal(work));
    setBusy(false);
  };
  if (step === 'forgotten') return <Forgotten email={email} onBack={() => setStep('password')} />;
  if (step === 'code')
    return (
      <CodeStep
        problem={problem}
        isBusy={isBusy}
        onCode={(code) =>
          attempt(async () => {
            await giveCode(code);
            go();
          })
        }
      />
    );
  return (
    <Door
      title="Sign in"
      problem={problem}
      onSubmit={() =>
        attempt(async () => {
          if (await signIn(email.trim(), password)) setStep('code');
          else go();
        })
      }
    >
      <TextField
        slotProps={SHRUNK}
        label="Address"
        type="email"
        value={email}
        autoFocus
        autoComplete="username"
        onChange={(event) => setEmail(event.target.value)}
      />
      <TextField
        slotProps={SHRUNK}
        label="Password"
        type="password"
        value={password}
        autoComplete="current-password"
        onChange={(event) => setPassword(event.target.value)}
      />
      <Button type="submit" variant="contained" disabled={isBusy || email.trim() === '' || password === ''}>
        Sign in
      </Button>
      <Button onClick={() => setStep('forgotten')}>I forgot my password</Button>
      {provider !== null && (
        <>
          <Divider>or</Divider>
          <Button
            variant="outlined"
            disabled={isBusy}
            onClick={() => void attempt(async () => window.location.assign(await providerAddress(to)))}
          >
            Sign in with {provider}
          </Button>
        </>
      )}
    </Door>
  );
}

/** Asks for a link by mail; the answer is the same whether the address is known or not. */
function Forgotten({ email: given, onBack }: { email: string; onBack: () => void }) {
  const [email, setEmail] = useState(given);
  const [problem, setProblem] = useState<string | null>(null);
  const [isSent, setSent] = useState(false);
  const send = async () => {
    const refusal = await orRefusal(() =>
      requestJson('/api/auth/request-password-reset', {
        body: { email: email.trim(), redirectTo: `${window.location.origin}/new-password` },
      }),
    );
    setProblem(refusal);
    setSent(refusal === null);
  };
  return (
    <Door title="A new password" problem={problem} onSubmit={send}>
      {isSent ? (
        <Typography role="status">
          If somebody here has this address, a link is on its way to it. Where no mail is sent from here, ask
          an owner of the workspace for the link.
        </Typography>
      ) : (
        <>
          <TextField
            slotProps={SHRUNK}
            label="Address"
            type="email"
            value={email}
            autoFocus
            autoComplete="username"
            onChange={(event) => setEmail(event.target.value)}
          />
          <Button type="submit" variant="contained" disabled={email.trim() === ''}>
            Send me a link
          </Button>
        </>
      )}
      <Button onClick={onBack}>Back</Button>
    </Door>
  );
}

/** Asks for the code of a second factor. */
function CodeStep({
  problem,
  isBusy,
  onCode,
}: {
  problem: string | null;
  isBusy: boolean;
  onCode: (code: string) => Promise<void>;
}) {
  const [code, setCode] = useState('');
  return (
    <Door title="One more step" problem={problem} onSubmit={() => onCode(code)}>
      <TextField
        slotProps={SHRUNK}
        label="Code"
        helperText="The six digits of your app, or a backup code"
        value={code}
        autoFocus
        autoComplete="one-time-code"
        onChange={(event) => setCode(event.target.value)}
      />
      <Button type="submit" variant="contained" disabled={isBusy || code.trim() === ''}>
        Go on
      </Button>
    </Door>
  );
}
