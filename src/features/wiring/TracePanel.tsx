'use client';
/** Why an item shows what it shows, step by step, with the rows and days left after each. */
import { traceSchema } from '../../contract/answers';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useTraced } from './traced';
import type { Layout } from '../../core/cube/query';
import type { TracePart, TraceStep } from '../../core/dashboard/review/traceStep';
import { itemOf } from '../../core/dashboard/document/document';
import { role } from '../../theme/roles';
import { useDocument, useReaderState, useWorkspace } from '../workspace/workspace';
import { requestAs } from '../ui/request';
import { SidePanel } from '../ui/SidePanel';
import { numberWords } from '../../core/locale';

/** Where the figures were worked out, in plain words. */
const LAYOUT_WORDS: Record<Layout, string> = {
  'running totals': 'added up here, from day totals held in the browser or on the server',
  'sparse by day': 'added up day by day, from day totals held in the browser or on the server',
  'column file': 'counted on the server, from the rows as they are held by column',
  database: 'asked of the database, row by row',
};

export function TracePanel({ onClose }: { onClose: () => void }) {
  const item = useTraced((traced) => traced.item);
  const document = useDocument();
  if (item === null || !itemOf(document, item)) return null;
  return <TraceBody item={item} onClose={onClose} />;
}

function TraceBody({ item, onClose }: { item: string; onClose: () => void }) {
  const { model } = useWorkspace();
  const state = useReaderState();
  const document = useDocument();
  const trace = useQuery({
    queryKey: ['trace', item, document, state, model.datasets.map((dataset) => dataset.load)],
    queryFn: () => requestAs(traceSchema, '/api/trace', { body: { document, state, item } }),
    gcTime: 0,
  });
  return (
    <SidePanel
      name="Trace"
      title={`Why ${trace.data ? `“${trace.data.title}”` : 'this'} shows what it shows`}
      width={440}
      onClose={onClose}
    >
      {trace.isPending && <Typography color="textSecondary">Following every wire…</Typography>}
      {trace.error && <Typography role="alert">{trace.error.message}</Typography>}
      {trace.data && (
        <>
          <Steps steps={trace.data.clock} />
          {trace.data.parts.length === 0 && <Typography>It shows no dataset that is here.</Typography>}
          {trace.data.parts.map((part, i) => (
            <Part key={i} part={part} />
          ))}
        </>
      )}
    </SidePanel>
  );
}

function Part({ part }: { part: TracePart }) {
  return (
    <section aria-label={part.title} style={{ marginTop: 12 }}>
      <Typography variant="h3">{part.title}</Typography>
      <Typography variant="body2" color="textSecondary" gutterBottom>
        {part.freshness}
        {part.layout && ` · ${LAYOUT_WORDS[part.layout]}`}
      </Typography>
      <Steps steps={part.steps} />
    </section>
  );
}

const SIGN: Record<TraceStep['kind'], string> = {
  clock: '·',
  window: '[ ]',
  'own period': '[ ]',
  rows: '≡',
  filter: '✓',
  condition: '?',
  'no effect': '–',
  result: '=',
};

function Steps({ steps }: { steps: readonly TraceStep[] }) {
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse' }}>
      <tbody>
        {steps.map((step, i) => (
          <tr
            key={i}
            style={{
              borderTop: `1px solid ${role.hairline}`,
              verticalAlign: 'top',
              color: step.kind === 'no effect' ? role.quiet : role.ink,
            }}
          >
            <td
              style={{ width: 26, color: step.kind === 'filter' ? role.choice : role.time, padding: '4px 0' }}
              aria-hidden="true"
            >
              {SIGN[step.kind]}
            </td>
            <td style={{ padding: '4px 8px 4px 0' }}>{step.words}</td>
            <td style={{ padding: '4px 0', textAlign: 'right', whiteSpace: 'nowrap' }}>
              {step.rows != null && `${numberWords(step.rows)} rows`}
              {step.days != null && (
                <div style={{ color: role.quiet, fontSize: 12 }}>{numberWords(step.days)} days</div>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
