'use client';
/** All dashboards: open, make, rename, duplicate, delete with undo, import. */
import { z } from 'zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { dashboardEntriesSchema, type DashboardEntry } from '../../contract/dashboards';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { useNotice } from '../ui/Notice';
import { BinSection } from '../ui/BinSection';
import { PageHeader } from '../ui/PageHeader';
import { requestAs, requestJson } from '../ui/request';
import { useIsOneColumn } from '../ui/screen';
import { ShowMore } from '../ui/ShowMore';
import { useVisited, type Visited } from '../ui/visited';
import { DashboardRow } from './DashboardRow';
import { FirstStart } from './FirstStart';
import { listed, tagsOf, type Wanted } from './listed';
import { ListTools } from './ListTools';

/** The document's schema, with all kinds of controls and visuals, is fetched when a document is made or read. */
const documents = () => import('../../core/dashboard/document/document');
const storedDashboards = () => import('../../contract/storedDashboards');

/** Files in which data comes. */
const TABLE_FILE = /\.(?:csv|tsv|txt|xlsx|parquet)$/i;

const ANY: Wanted = { search: '', tag: null, onlyFavourites: false, order: 'opened' };
/** Dashboards that are shown before one asks for more. */
const STEP = 50;

/** When a dashboard was opened last (ISO 8601); undefined where it never was in this browser. */
function openedAt({ opened }: Visited, id: number): string | undefined {
  const at = opened[id];
  return at === undefined ? undefined : new Date(at).toISOString();
}

/** Ways to begin where there is no data either; else the next step. */
function NothingYet() {
  const datasets = useQuery({
    queryKey: ['datasets'],
    queryFn: () => requestAs(z.array(z.unknown()), '/api/datasets'),
  });
  if (!datasets.data) return null;
  if (datasets.data.length === 0) return <FirstStart />;
  return <Typography>No dashboards yet. Make one with the button above; your data is ready.</Typography>;
}

/** What can be done with dashboards; what goes wrong is told. */
function useDashboardChanges() {
  const client = useQueryClient();
  const router = useRouter();
  const notice = useNotice();
  const refresh = () =>
    Promise.all(['dashboards', 'bin'].map((key) => client.invalidateQueries({ queryKey: [key] })));
  /** Runs an action and tells what went wrong, if anything did. */
  const attempt = async (action: () => Promise<unknown>) => {
    try {
      await action();
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
    await refresh();
  };
  const create = (document: DashboardDocument) =>
    attempt(async () => {
      const { storedDashboardSchema } = await storedDashboards();
      const made = await requestAs(storedDashboardSchema, '/api/dashboards', { body: document });
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
  const remove = (entry: DashboardEntry) =>
    attempt(async () => {
      await requestJson(`/api/dashboards/${entry.id}`, { method: 'DELETE' });
      const restore = () =>
        void attempt(() => requestJson(`/api/dashboards/${entry.id}/restore`, { method: 'POST' }));
      notice({ text: `“${entry.title}” is in the bin.`, action: { label: 'Undo', run: restore } });
    });
  const edit = (entry: DashboardEntry, part: Partial<Pick<DashboardDocument, 'title' | 'tags'>>) =>
    attempt(async () => {
      const { openedDashboardSchema } = await storedDashboards();
      const stored = await requestAs(openedDashboardSchema, `/api/dashboards/${entry.id}`);
      const body = { basedOn: stored.revision, document: { ...stored.document, ...part } };
      await requestJson(`/api/dashboards/${entry.id}`, { method: 'PUT', body });
    });
  const duplicate = (entry: DashboardEntry) =>
    attempt(() => requestJson(`/api/dashboards/${entry.id}/duplicate`, { method: 'POST' }));
  return { makeNew, importFile, remove, edit, duplicate };
}

function DashboardTable({
  entries,
  visited,
  changes,
  onTag,
}: {
  entries: readonly DashboardEntry[];
  visited: Visited;
  changes: ReturnType<typeof useDashboardChanges>;
  onTag: (tag: string) => void;
}) {
  const isOneColumn = useIsOneColumn();
  return (
    <Table aria-label="Dashboards" sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline' }}>
      <TableHead>
        <TableRow>
          {isOneColumn ? (
            <TableCell>Name, and what it shows now</TableCell>
          ) : (
            ['Layout', 'Name', 'Shows now', 'Last'].map((head) => <TableCell key={head}>{head}</TableCell>)
          )}
          <TableCell align="right">Actions</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {entries.map((entry) => (
          <DashboardRow
            key={entry.id}
            entry={entry}
            isOneColumn={isOneColumn}
            isFavourite={visited.favourites.includes(entry.id)}
            opened={openedAt(visited, entry.id)}
            onRename={(title) => void changes.edit(entry, { title })}
            onTags={(tags) => void changes.edit(entry, { tags: [...tags] })}
            onDuplicate={() => void changes.duplicate(entry)}
            onRemove={() => void changes.remove(entry)}
            onTag={onTag}
          />
        ))}
      </TableBody>
    </Table>
  );
}

export function DashboardsPage() {
  const changes = useDashboardChanges();
  const list = useQuery({
    queryKey: ['dashboards'],
    queryFn: () => requestAs(dashboardEntriesSchema, '/api/dashboards'),
  });
  const all = list.data ?? [];
  const visited = useVisited();
  const [wanted, setWanted] = useState<Wanted>(ANY);
  const [most, setMost] = useState(STEP);
  const want = (next: Wanted) => {
    setWanted(next);
    setMost(STEP);
  };
  const shown = listed(all, visited, wanted);
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1160, mx: 'auto', p: 3 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 2 }}>
          <Typography variant="h1" sx={{ flex: '1 1 auto' }}>
            Dashboards
          </Typography>
          <ImportButton onFile={(file) => void changes.importFile(file)} />
          <Button variant="contained" onClick={() => void changes.makeNew()}>
            New dashboard
          </Button>
        </Box>
        {list.error && <Typography role="alert">{list.error.message}</Typography>}
        {list.data?.length === 0 && <NothingYet />}
        {all.length > 0 && (
          <ListTools
            wanted={wanted}
            onWanted={want}
            tags={tagsOf(all)}
            hasFavourites={visited.favourites.length > 0}
          />
        )}
        {all.length > 0 && shown.length === 0 && (
          <Typography role="status" sx={{ py: 3 }}>
            No dashboard fits. <Button onClick={() => want(ANY)}>Show all {all.length}</Button>
          </Typography>
        )}
        {shown.length > 0 && (
          <DashboardTable
            entries={shown.slice(0, most)}
            visited={visited}
            changes={changes}
            onTag={(tag) => want({ ...wanted, tag })}
          />
        )}
        <ShowMore below={shown.length - most} onMore={() => setMost(most + STEP)} />
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
