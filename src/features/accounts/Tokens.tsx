'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { z } from 'zod';
import {
  isAtLeast,
  madeTokenSchema,
  newTokenSchema,
  TOKEN_SCOPES,
  tokensSchema,
  type Role,
  type TokenScope,
} from '../../contract/people';
import { InlineForm } from '../ui/InlineForm';
import { momentWords } from '../ui/moment';
import { orSentence, requestAs, requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { useChange } from '../ui/useChange';
import { ShownOnce } from './ShownOnce';
import { ScrollingTable } from '../ui/ScrollingTable';

const SCOPES: { readonly [S in TokenScope]: { readonly says: string; readonly least: Role } } = {
  read: { says: 'reads what is shared', least: 'reader' },
  design: { says: 'makes and changes dashboards', least: 'designer' },
  data: { says: 'loads data', least: 'keeper' },
};

/** Tokens by which scripts act for one. */
export function Tokens({ role }: { role: Role }) {
  const client = useQueryClient();
  const change = useChange('tokens');
  const [problem, setProblem] = useState<string | null>(null);
  const [made, setMade] = useState<string | null>(null);
  const list = useQuery({ queryKey: ['tokens'], queryFn: () => requestAs(tokensSchema, '/api/tokens') });
  const make = async (wanted: z.input<typeof newTokenSchema>) => {
    const asked = newTokenSchema.safeParse(wanted);
    const refusal = asked.success
      ? await orSentence(async () => {
          const { token } = await requestAs(madeTokenSchema, '/api/tokens', { body: asked.data });
          setMade(token);
        })
      : asked.error.issues[0]!.message;
    setProblem(refusal);
    await client.invalidateQueries({ queryKey: ['tokens'] });
    return refusal === null;
  };
  const end = (id: number, words: string) =>
    change(() => requestJson(`/api/tokens/${id}`, { method: 'DELETE' }), `${words} is ended.`);
  return (
    <Section title="Tokens for scripts">
      <Typography color="textSecondary" gutterBottom>
        A script sends one as <code>Authorization: Bearer …</code>, and may do what its purpose says, never
        more than you.
      </Typography>
      {problem !== null && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {made !== null && <ShownOnce name="Token" text={made} onClose={() => setMade(null)} />}
      <ScrollingTable name="Tokens">
        <TableBody>
          {(list.data ?? []).map((token) => (
            <TableRow key={token.id}>
              <TableCell sx={{ fontWeight: 650 }}>{token.name}</TableCell>
              <TableCell>{SCOPES[token.scope].says}</TableCell>
              <TableCell>until {momentWords(token.expiresAt)}</TableCell>
              <TableCell>
                {token.usedAt === null ? 'never used' : `used ${momentWords(token.usedAt)}`}
              </TableCell>
              <TableCell align="right">
                <Button
                  color="error"
                  aria-label={`End ${token.name}`}
                  onClick={() => void end(token.id, token.name)}
                >
                  End
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </ScrollingTable>
      <TokenForm role={role} onMake={make} />
    </Section>
  );
}

function TokenForm({
  role,
  onMake,
}: {
  role: Role;
  /** Answers whether it was made. */
  onMake: (asked: { name: string; scope: TokenScope; days: number }) => Promise<boolean>;
}) {
  const [name, setName] = useState('');
  const [scope, setScope] = useState<TokenScope>('read');
  const [days, setDays] = useState('90');
  const make = async () => {
    if (await onMake({ name, scope, days: Number(days) })) setName('');
  };
  return (
    <InlineForm name="A new token" onSubmit={make} sx={{ mt: 1.5 }}>
      <TextField label="Name of the token" value={name} onChange={(event) => setName(event.target.value)} />
      <TextField
        select
        label="Purpose"
        value={scope}
        onChange={(event) => setScope(event.target.value as TokenScope)}
        sx={{ minWidth: 240 }}
      >
        {TOKEN_SCOPES.filter((entry) => isAtLeast(role, SCOPES[entry].least)).map((entry) => (
          <MenuItem key={entry} value={entry}>
            {SCOPES[entry].says}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="Days"
        value={days}
        onChange={(event) => setDays(event.target.value)}
        sx={{ width: 90 }}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
      />
      <Button type="submit" variant="contained" disabled={name.trim() === ''}>
        Make it
      </Button>
    </InlineForm>
  );
}
