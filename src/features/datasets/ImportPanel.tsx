'use client';
/** Bringing a file in: choose or drop it, look at what was found, decide, load. */
import type {
  DatasetSummary,
  Delimiter,
  FileProfile,
  LoadPlan,
  LoadResult,
  Origin,
} from '../../contract/datasets';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type DragEvent } from 'react';
import { ConnectionsPanel } from './ConnectionsPanel';
import { copyTable, loadUpload, profileUpload, sendFile, type Progress } from './api';
import { ImportPlan } from './ImportPlan';
import { numberWords } from '../../core/locale';

type Step =
  | { readonly kind: 'idle'; readonly message?: string; readonly failed?: boolean }
  | { readonly kind: 'working'; readonly progress: Progress }
  | {
      readonly kind: 'deciding';
      readonly upload: string;
      readonly profile: FileProfile;
      readonly origin?: Pick<Origin, 'connection' | 'table'>;
    }
  | { readonly kind: 'done'; readonly result: LoadResult };

const count = (value: number) => numberWords(value);
const megabytes = (bytes: number) => `${numberWords(bytes / 1e6, { most: 1 })} MB`;

/** Brings data in, step by step; what goes wrong is said at the first step. */
function useImport(onDone: (result: LoadResult) => void) {
  const client = useQueryClient();
  const [step, setStep] = useState<Step>({ kind: 'idle' });
  const [name, setName] = useState('');
  const abort = useRef(new AbortController());

  const follow = (progress: Progress) => setStep({ kind: 'working', progress });
  const fail = (error: unknown) =>
    setStep({ kind: 'idle', failed: true, message: error instanceof Error ? error.message : String(error) });
  const begin = async (chosen: File) => {
    abort.current = new AbortController();
    const { signal } = abort.current;
    setName(chosen.name);
    try {
      const { upload } = await sendFile(chosen, follow, signal);
      setStep({ kind: 'deciding', upload, profile: await profileUpload(upload, {}, follow, signal) });
    } catch (error) {
      fail(error);
    }
  };
  const readAgain = async (upload: string, how: { delimiter?: Delimiter; sheet?: string }) => {
    try {
      setStep({
        kind: 'deciding',
        upload,
        profile: await profileUpload(upload, how, follow, abort.current.signal),
      });
    } catch (error) {
      fail(error);
    }
  };
  const copy = async (connection: number, table: string) => {
    abort.current = new AbortController();
    setName(table);
    try {
      const copied = await copyTable(connection, table, follow, abort.current.signal);
      setStep({ kind: 'deciding', ...copied, origin: { connection, table } });
    } catch (error) {
      fail(error);
    }
  };
  const load = async (
    { upload, origin }: Extract<Step, { kind: 'deciding' }>,
    plan: LoadPlan,
    into: string | undefined,
  ) => {
    try {
      const body = {
        upload,
        source: name,
        plan,
        ...(into === undefined ? {} : { into }),
        ...(origin ? { origin } : {}),
      };
      const result = await loadUpload(body, follow, abort.current.signal);
      setStep({ kind: 'done', result });
      await client.invalidateQueries({ queryKey: ['datasets'] });
      onDone(result);
    } catch (error) {
      fail(error);
    }
  };
  const cancel = () => abort.current.abort();
  const giveUp = () => setStep({ kind: 'idle' });
  return { step, name, begin, readAgain, copy, load, cancel, giveUp };
}

export function ImportPanel({
  datasets,
  onDone,
}: {
  datasets: readonly DatasetSummary[];
  onDone: (result: LoadResult) => void;
}) {
  const { step, name, begin, readAgain, copy, load, cancel, giveUp } = useImport(onDone);
  if (step.kind === 'working') {
    const { progress } = step;
    const share = progress.totalBytes > 0 ? Math.min(100, (100 * progress.bytes) / progress.totalBytes) : 0;
    const words = `${progress.doing} ${name}${progress.totalBytes > 0 ? `: ${megabytes(progress.bytes)} of ${megabytes(progress.totalBytes)}` : ''}`;
    return (
      <Panel>
        <Typography role="status">
          {words}
          {progress.rows > 0 && `, ${count(progress.rows)} rows`}
          {progress.refused > 0 && `, ${count(progress.refused)} refused`}
        </Typography>
        <LinearProgress variant="determinate" value={share} aria-label={progress.doing} sx={{ my: 1 }} />
        <Button onClick={cancel}>Cancel</Button>
      </Panel>
    );
  }
  if (step.kind === 'deciding') {
    return (
      <Panel>
        <ImportPlan
          key={`${step.upload}${step.profile.delimiter}${step.profile.sheet ?? ''}`}
          fileName={name}
          profile={step.profile}
          datasets={datasets}
          onReadAgain={(how) => void readAgain(step.upload, how)}
          onCancel={giveUp}
          onLoad={(plan, into) => void load(step, plan, into)}
        />
      </Panel>
    );
  }
  return (
    <Panel>
      {step.kind === 'done' && (
        <Typography role="status" sx={{ mb: 1, fontWeight: 650 }}>
          {count(step.result.loaded)} loaded, {count(step.result.refused)} refused
        </Typography>
      )}
      {step.kind === 'idle' && step.message && (
        <Typography
          role={step.failed ? 'alert' : 'status'}
          color={step.failed ? 'error' : 'textPrimary'}
          sx={{ mb: 1 }}
        >
          {step.message}
        </Typography>
      )}
      <DropZone onFile={(chosen) => void begin(chosen)} />
      <ConnectionsPanel onCopy={(connection, table) => void copy(connection, table)} />
    </Panel>
  );
}

function Panel({ children }: { children: React.ReactNode }) {
  return (
    <Box
      component="section"
      aria-label="Bring data in"
      sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline', borderRadius: 1, p: 2, mb: 3 }}
    >
      {children}
    </Box>
  );
}

function DropZone({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) onFile(file);
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
      sx={{
        border: '1px dashed',
        borderColor: over ? 'time.main' : 'hairline',
        bgcolor: over ? 'time.tint' : undefined,
        borderRadius: 1,
        p: 2,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 2,
        alignItems: 'center',
      }}
    >
      <input
        ref={input}
        type="file"
        accept=".csv,.tsv,.txt,.xlsx,.parquet,.jsonl,.ndjson,text/csv"
        aria-label="Data file"
        style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
        tabIndex={-1}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
      <Button variant="contained" onClick={() => input.current?.click()}>
        Choose a file
      </Button>
      <Typography color="textSecondary" sx={{ flex: '1 1 220px' }}>
        or drop it here: CSV in UTF-8 (commas, semicolons or tabs), an .xlsx workbook, Parquet, or JSON lines.
        The first line names the columns.
      </Typography>
    </Box>
  );
}
