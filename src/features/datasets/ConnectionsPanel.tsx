'use client';
/** Tables of other databases: connect, choose a table or view, copy its rows or read them live. */
import { connectionsSchema, madeConnectionSchema, tablesSchema } from '../../contract/connections';
import type { ConnectionEntry as Connection } from '../../contract/connections';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, useSyncExternalStore } from 'react';
import { useNotice } from '../ui/Notice';
import { RemoveButton } from '../ui/RemoveButton';
import { requestAs, requestJson } from '../ui/request';
import { numberWords } from '../../core/locale';

const NEW = 'new';
const EMPTY = { host: '', port: '3306', user: '', password: '', database: '' };

/** Where it lies on its page. */
const PLACE = 'connections';
const isInAddress = () => window.location.hash === `#${PLACE}`;
const noChange = () => () => undefined;

export function ConnectionsPanel({ onCopy }: { onCopy: (connection: number, table: string) => void }) {
  const isAskedFor = useSyncExternalStore(noChange, isInAddress, () => false);
  const [isOpen, setOpen] = useState<boolean | null>(null);
  // Who comes for it need not open it.
  const open = isOpen ?? isAskedFor;
  return (
    <div id={PLACE} style={{ marginTop: 12 }}>
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        {open ? 'Close the database connection' : 'Connect a database table'}
      </Button>
      {!open && (
        <Typography component="span" color="textSecondary" sx={{ ml: 1 }}>
          a table or view of a MariaDB or MySQL-protocol database, copied or read live
        </Typography>
      )}
      {open && <Connections onCopy={onCopy} />}
    </div>
  );
}

function Connections({ onCopy }: { onCopy: (connection: number, table: string) => void }) {
  const client = useQueryClient();
  const connections = useQuery({
    queryKey: ['connections'],
    queryFn: () => requestAs(connectionsSchema, '/api/connections'),
  });
  const [chosen, setChosen] = useState<number | typeof NEW | null>(null);
  const current = chosen ?? connections.data?.[0]?.id ?? NEW;
  const forget = async (id: number) => {
    await requestJson(`/api/connections/${id}`, { method: 'DELETE' });
    setChosen(null);
    await client.invalidateQueries({ queryKey: ['connections'] });
  };
  return (
    <div
      role="group"
      aria-label="Database connection"
      style={{ display: 'flex', flexDirection: 'column', gap: 8, marginTop: 8 }}
    >
      <div style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
        <TextField
          select
          label="Connection"
          value={String(current)}
          onChange={(event) => setChosen(event.target.value === NEW ? NEW : Number(event.target.value))}
          sx={{ minWidth: 280 }}
        >
          {(connections.data ?? []).map((entry) => (
            <MenuItem key={entry.id} value={String(entry.id)}>
              {entry.name} ({entry.user} on {entry.host}:{entry.port})
            </MenuItem>
          ))}
          <MenuItem value={NEW}>A new connection</MenuItem>
        </TextField>
        {current !== NEW && (
          <RemoveButton
            name={connections.data?.find((entry) => entry.id === current)?.name ?? 'The connection'}
            label="Forget"
            done="is forgotten"
            warning="Its password is not kept. Datasets that were copied stay as they are."
            onRemove={() => forget(current)}
          />
        )}
      </div>
      {current === NEW ? (
        <NewConnection
          onMade={(entry) => {
            client.setQueryData<Connection[]>(['connections'], (known = []) => [...known, entry]);
            void client.invalidateQueries({ queryKey: ['connections'] });
            setChosen(entry.id);
          }}
        />
      ) : (
        <Tables key={current} connection={current} onCopy={onCopy} />
      )}
    </div>
  );
}

function NewConnection({ onMade }: { onMade: (entry: Connection) => void }) {
  const [fields, setFields] = useState(EMPTY);
  const [tls, setTls] = useState(false);
  const [authorities, setAuthorities] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const field = (key: keyof typeof EMPTY, label: string, width: number, type = 'text') => (
    <TextField
      label={label}
      type={type}
      value={fields[key]}
      autoComplete={key === 'password' ? 'new-password' : 'off'}
      onChange={(event) => setFields((old) => ({ ...old, [key]: event.target.value }))}
      sx={{ width }}
    />
  );
  const connect = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const body = {
        ...fields,
        port: Number(fields.port),
        name: `${fields.database} on ${fields.host}`,
        tls,
        authorities: tls && authorities.trim() !== '' ? authorities : null,
      };
      const { entry } = await requestAs(madeConnectionSchema, '/api/connections', { body });
      onMade(entry);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  const incomplete =
    fields.host.trim() === '' ||
    fields.user === '' ||
    fields.database.trim() === '' ||
    !/^\d+$/.test(fields.port);
  return (
    <>
      <div style={{ display: 'flex', gap: 8, flexWrap: 'wrap' }}>
        {field('host', 'Host', 200)}
        {field('port', 'Port', 90)}
        {field('database', 'Database', 160)}
        {field('user', 'User', 140)}
        {field('password', 'Password', 160, 'password')}
        <Button variant="contained" disabled={busy || incomplete} onClick={() => void connect()}>
          Check and keep it
        </Button>
      </div>
      <FormControlLabel
        control={<Checkbox checked={tls} onChange={(event) => setTls(event.target.checked)} />}
        label="Encrypt the connection, and check the server’s certificate"
      />
      {tls && (
        <TextField
          label="Certificates to trust (PEM), where it is not one of the system’s"
          value={authorities}
          onChange={(event) => setAuthorities(event.target.value)}
          multiline
          maxRows={6}
          sx={{ maxWidth: 640 }}
        />
      )}
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      <Typography variant="body2" color="textSecondary">
        Only ever read. The password is kept encrypted and never shown again.
      </Typography>
    </>
  );
}

function Tables({
  connection,
  onCopy,
}: {
  connection: number;
  onCopy: (connection: number, table: string) => void;
}) {
  const notice = useNotice();
  const client = useQueryClient();
  const [table, setTable] = useState('');
  const tables = useQuery({
    queryKey: ['connection tables', connection],
    queryFn: () => requestAs(tablesSchema, `/api/connections/${connection}/tables`),
    retry: false,
  });
  const readLive = async () => {
    try {
      const name = table.replace(/_/g, ' ').replace(/^./, (letter) => letter.toUpperCase());
      await requestJson(`/api/connections/${connection}/live`, { body: { table, name } });
      await client.invalidateQueries({ queryKey: ['datasets'] });
      notice({ text: `${name} is read live from now on` });
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
  };
  if (tables.error) {
    return (
      <Typography role="alert" color="error">
        {tables.error.message}
      </Typography>
    );
  }
  return (
    <div style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
      <TextField
        select
        label="Table or view"
        value={table}
        onChange={(event) => setTable(event.target.value)}
        sx={{ minWidth: 280 }}
      >
        {(tables.data ?? []).map((entry) => (
          <MenuItem key={entry.name} value={entry.name}>
            {entry.name}
            {entry.view ? ' (view)' : entry.rows === null ? '' : `, about ${numberWords(entry.rows)} rows`}
          </MenuItem>
        ))}
      </TextField>
      <Button variant="contained" disabled={table === ''} onClick={() => onCopy(connection, table)}>
        Copy its rows
      </Button>
      <Button disabled={table === ''} onClick={() => void readLive()}>
        Read it live
      </Button>
    </div>
  );
}
