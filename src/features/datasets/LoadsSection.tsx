'use client';
/** Refused rows of the load in use, and the history of loads. */
import { loadEntriesSchema, refusalsSchema } from '../../contract/datasets';
import type { DatasetSummary } from '../../contract/datasets';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { changesWords } from '../../core/model/freshness';
import { requestAs } from '../ui/request';
import { Section } from '../ui/Section';
import { numberWords } from '../../core/locale';
import { momentWords } from '../ui/moment';
import { ScrollingTable } from '../ui/ScrollingTable';

const LISTED = 100;

export function RefusalsSection({ dataset }: { dataset: DatasetSummary }) {
  const refusals = useQuery({
    queryKey: ['refusals', dataset.key, dataset.load],
    queryFn: () => requestAs(refusalsSchema, `/api/datasets/${dataset.key}/refusals`),
    enabled: dataset.refused > 0,
  });
  if (dataset.refused === 0) return null;
  return (
    <Section
      title={`${numberWords(dataset.refused)} refused rows`}
      aside={
        <Button component="a" href={`/api/datasets/${dataset.key}/refusals?format=csv`} download>
          Download as CSV
        </Button>
      }
    >
      <ScrollingTable name="Refused rows">
        <TableHead>
          <TableRow>
            <TableCell align="right">Line</TableCell>
            <TableCell>Column</TableCell>
            <TableCell>Value</TableCell>
            <TableCell>Reason</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {(refusals.data ?? []).slice(0, LISTED).map((refusal) => (
            <TableRow key={refusal.line}>
              <TableCell align="right">{numberWords(refusal.line)}</TableCell>
              <TableCell>{refusal.column || '(whole row)'}</TableCell>
              <TableCell sx={{ fontFamily: 'monospace' }}>{refusal.value}</TableCell>
              <TableCell>{refusal.reason}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </ScrollingTable>
      {dataset.refused > LISTED && (
        <Typography variant="body2" color="textSecondary">
          The first {LISTED} are listed; the file has the first 1,000.
        </Typography>
      )}
    </Section>
  );
}

/** What a load did, by its mode. */
const HOW: Readonly<Record<string, string>> = {
  append: 'added',
  live: 'read live',
  move: 'moved',
  replace: 'replaced',
};

export function LoadsSection({ dataset }: { dataset: DatasetSummary }) {
  const loads = useQuery({
    queryKey: ['loads', dataset.key, dataset.load],
    queryFn: () => requestAs(loadEntriesSchema, `/api/datasets/${dataset.key}/loads`),
  });
  return (
    <Section title="Loads">
      <ScrollingTable name="Loads">
        <TableHead>
          <TableRow>
            <TableCell>Begun</TableCell>
            <TableCell>From</TableCell>
            <TableCell>By</TableCell>
            <TableCell>How</TableCell>
            <TableCell>Outcome</TableCell>
            <TableCell>What changed</TableCell>
            <TableCell align="right">Loaded</TableCell>
            <TableCell align="right">Refused</TableCell>
            <TableCell align="right">Rows in use after</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {(loads.data ?? []).map((load) => (
            <TableRow key={load.id}>
              <TableCell>{momentWords(`${load.startedAt.replace(' ', 'T')}Z`)}</TableCell>
              <TableCell>{load.source}</TableCell>
              <TableCell>{load.actor}</TableCell>
              <TableCell>{HOW[load.mode] ?? load.mode}</TableCell>
              <TableCell>{load.message ? `${load.status}: ${load.message}` : load.status}</TableCell>
              <TableCell>{load.changes ? changesWords(load.changes) : ''}</TableCell>
              <TableCell align="right">{numberWords(load.rowsLoaded)}</TableCell>
              <TableCell align="right">{numberWords(load.rowsRefused)}</TableCell>
              <TableCell align="right">
                {load.status === 'done' ? numberWords(load.rowsTotal) : '–'}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </ScrollingTable>
    </Section>
  );
}
