'use client';
/** All dashboards: open, make, rename, duplicate, delete with undo, import. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { useNotice } from '../ui/Notice';
import { BinSection } from '../ui/BinSection';
import { PageHeader } from '../ui/PageHeader';
import { requestJson } from '../ui/request';
import { momentWords } from '../ui/moment';

interface Entry {
  readonly id: number;
  readonly title: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly visuals: number;
  readonly controls: number;
}

interface Stored {
  readonly id: number;
  readonly revision: number;
  readonly document: DashboardDocument;
}

/** The document's schema, with all kinds of controls and visuals, is fetched when a document is made or read. */
const documents = () => import('../../core/dashboard/document/document');

/** Files in which data comes. */
const TABLE_FILE = /\.(?:csv|tsv|txt|xlsx|parquet)$/i;

export function DashboardsPage() {
  const client = useQueryClient();
  const router = useRouter();
  const notice = useNotice();
  const list = useQuery({ queryKey: ['dashboards'], queryFn: () => requestJson<Entry[]>('/api/dashboards') });
  const refresh = () =>
    Promise.all(['dashboards', 'bin'].map((key) => client.invalidateQueries({ queryKey: [key] })));
  /** Runs an action and tells what went wrong, if anything did. */
  const attempt = async (action: () => Promise<void>) => {
    try {
      await action();
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
    await refresh();
  };
  const create = (document: DashboardDocument) =>
    attempt(async () => {
      const made = await requestJson<Stored>('/api/dashboards', { body: document });
      router.push(`/dashboards/${made.id}?mode=arrange`);
    });
  const makeNew = () => attempt(async () => create((await documents()).emptyDocument('New dashboard')));
  const importFile = (file: File) =>
    attempt(async () => {
      const { readDocument } = await documents();
      const read = readDocument(
        await file
          .text()
          .then((text) => JSON.parse(text) as unknown)
          .catch(() => undefined),
      );
      if (!read.ok) {
        // Tables of data are brought in elsewhere.
        if (TABLE_FILE.test(file.name))
          notice({
            text: `${file.name} looks like a table of data. Dashboards are JSON documents; data comes in on the Datasets page.`,
            action: { label: 'Go there', run: () => router.push('/datasets') },
          });
        else notice({ text: `${file.name} is not a dashboard: ${read.problems[0]}` });
        return;
      }
      await create(read.document);
    });
  const remove = (entry: Entry) =>
    attempt(async () => {
      await requestJson(`/api/dashboards/${entry.id}`, { method: 'DELETE' });
      const restore = () =>
        void attempt(
          async () => void (await requestJson(`/api/dashboards/${entry.id}/restore`, { method: 'POST' })),
        );
      notice({ text: `“${entry.title}” is in the bin.`, action: { label: 'Undo', run: restore } });
    });
  const rename = (entry: Entry, title: string) =>
    attempt(async () => {
      const stored = await requestJson<Stored>(`/api/dashboards/${entry.id}`);
      const body = { basedOn: stored.revision, document: { ...stored.document, title } };
      await requestJson(`/api/dashboards/${entry.id}`, { method: 'PUT', body });
    });
  const duplicate = (entry: Entry) =>
    attempt(
      async () => void (await requestJson(`/api/dashboards/${entry.id}/duplicate`, { method: 'POST' })),
    );
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1000, mx: 'auto', p: 3 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 2 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            Dashboards
          </Typography>
          <ImportButton onFile={(file) => void importFile(file)} />
          <Button variant="contained" onClick={() => void makeNew()}>
            New dashboard
          </Button>
        </Box>
        {list.error && <Typography role="alert">{list.error.message}</Typography>}
        {list.data?.length === 0 && (
          <Typography>No dashboards yet. Make one, or bring data in first on the Datasets page.</Typography>
        )}
        {list.data && list.data.length > 0 && (
          <Table
            aria-label="Dashboards"
            sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline' }}
          >
            <TableHead>
              <TableRow>
                <TableCell>Name</TableCell>
                <TableCell>Parts</TableCell>
                <TableCell>Changed</TableCell>
                <TableCell align="right">Actions</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {list.data.map((entry) => (
                <DashboardRow
                  key={entry.id}
                  entry={entry}
                  onRename={(title) => void rename(entry, title)}
                  onDuplicate={() => void duplicate(entry)}
                  onRemove={() => void remove(entry)}
                />
              ))}
            </TableBody>
          </Table>
        )}
        <BinSection kind="dashboard" />
      </Box>
    </>
  );
}

function ImportButton({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="application/json,.json,.csv,.tsv,.txt,.xlsx,.parquet"
        hidden
        aria-label="Dashboard file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
      <Button onClick={() => input.current?.click()}>Import from a file</Button>
    </>
  );
}

function DashboardRow({
  entry,
  onRename,
  onDuplicate,
  onRemove,
}: {
  entry: Entry;
  onRename: (title: string) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const done = () => {
    const title = draft?.trim() ?? '';
    if (title !== '' && title !== entry.title) onRename(title.slice(0, 200));
    setDraft(null);
  };
  return (
    <TableRow hover>
      <TableCell>
        {draft === null ? (
          <Link href={`/dashboards/${entry.id}`} style={{ color: 'inherit', fontWeight: 650 }}>
            {entry.title}
          </Link>
        ) : (
          <InputBase
            autoFocus
            value={draft}
            onChange={(event) => setDraft(event.target.value)}
            onBlur={done}
            onKeyDown={(event) => {
              if (event.key === 'Enter') done();
              if (event.key === 'Escape') setDraft(null);
            }}
            inputProps={{ 'aria-label': `New name of ${entry.title}` }}
          />
        )}
      </TableCell>
      <TableCell sx={{ color: 'text.secondary' }}>
        {entry.visuals} visuals, {entry.controls} controls
      </TableCell>
      <TableCell sx={{ color: 'text.secondary' }}>
        {momentWords(entry.updatedAt)} · revision {entry.revision}
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
        <Button onClick={() => setDraft(entry.title)} aria-label={`Rename ${entry.title}`}>
          Rename
        </Button>
        <Button onClick={onDuplicate} aria-label={`Duplicate ${entry.title}`}>
          Duplicate
        </Button>
        <Button color="error" onClick={onRemove} aria-label={`Delete ${entry.title}`}>
          Delete
        </Button>
      </TableCell>
    </TableRow>
  );
}
