'use client';
/** All datasets, and the place to bring data in. */
import type { DatasetSummary } from '../../contract/datasets';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { dayWords } from '../../core/calendar/names';
import { parseIsoDay } from '../../core/calendar/day';
import { useNotice } from '../ui/Notice';
import { BinSection } from '../ui/BinSection';
import { Found } from '../ui/Found';
import { PageHeader } from '../ui/PageHeader';
import { Scrolling } from '../ui/Scrolling';
import { listDatasets } from './api';
import { GeometrySection } from './GeometrySection';
import { ImportPanel } from './ImportPanel';
import { numberWords } from '../../core/locale';
import { momentWords } from '../ui/moment';

/** An ISO day in words. */
export function isoWords(text: string | null): string {
  const day = text === null ? undefined : parseIsoDay(text);
  return day === undefined ? '–' : dayWords(day);
}

export function DatasetsPage() {
  const datasets = useQuery({ queryKey: ['datasets'], queryFn: listDatasets });
  const notice = useNotice();
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1160, mx: 'auto', p: 3 }}>
        <Typography variant="h1" gutterBottom>
          Datasets
        </Typography>
        <ImportPanel
          datasets={datasets.data ?? []}
          onDone={({ loaded, refused }) =>
            notice({ text: `${numberWords(loaded)} loaded, ${numberWords(refused)} refused` })
          }
        />
        {datasets.error && <Typography role="alert">{datasets.error.message}</Typography>}
        {datasets.data?.length === 0 && (
          <Typography>No datasets yet. Choose a file above to begin.</Typography>
        )}
        {datasets.data && datasets.data.length > 0 && (
          <Found
            thing="dataset"
            items={datasets.data}
            textOf={({ name, source }) => `${name} ${source}`}
            step={STEP}
          >
            {(shown) => (
              <Scrolling name="Datasets, column by column">
                <DatasetTable datasets={shown} />
              </Scrolling>
            )}
          </Found>
        )}
        <Box sx={{ mt: 2 }}>
          <GeometrySection />
        </Box>
        <BinSection kind="dataset" />
      </Box>
    </>
  );
}

/** Datasets that are shown before one asks for more. */
const STEP = 60;

function DatasetTable({ datasets }: { datasets: readonly DatasetSummary[] }) {
  return (
    <Table aria-label="Datasets" sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline' }}>
      <TableHead>
        <TableRow>
          <TableCell>Dataset</TableCell>
          <TableCell align="right">Rows</TableCell>
          <TableCell>Date role</TableCell>
          <TableCell>First day</TableCell>
          <TableCell>Last day</TableCell>
          <TableCell align="right">Days covered</TableCell>
          <TableCell align="right">Holes</TableCell>
          <TableCell>Loaded</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {datasets.map((dataset) => (
          <DatasetRows key={dataset.key} dataset={dataset} />
        ))}
      </TableBody>
    </Table>
  );
}

/** A row for each date role of a dataset, what is of the whole dataset beside all of them. */
function DatasetRows({ dataset }: { dataset: DatasetSummary }) {
  const roles = dataset.roles.length > 0 ? dataset.roles : [null];
  return roles.map((role, i) => (
    <TableRow key={role?.key ?? ''} sx={{ verticalAlign: 'top' }}>
      {i === 0 && (
        <>
          <TableCell rowSpan={roles.length}>
            <Link href={`/datasets/${dataset.key}`} style={{ color: 'inherit', fontWeight: 650 }}>
              {dataset.name}
            </Link>
            <Typography variant="caption" color="textSecondary" sx={{ display: 'block' }}>
              {dataset.source}
            </Typography>
          </TableCell>
          <TableCell rowSpan={roles.length} align="right">
            {numberWords(dataset.rows)}
            {dataset.refused > 0 && (
              <Typography variant="caption" color="warning" sx={{ display: 'block' }}>
                {numberWords(dataset.refused)} refused
              </Typography>
            )}
          </TableCell>
        </>
      )}
      <TableCell>
        {role?.name ?? (
          <Button component={Link} href={`/datasets/${dataset.key}`}>
            Mark a date column
          </Button>
        )}
      </TableCell>
      <CoverageCells coverage={role === null ? undefined : dataset.coverage[role.key]} />
      {i === 0 && (
        <TableCell rowSpan={roles.length}>{dataset.live ? 'live' : momentWords(dataset.loadedAt)}</TableCell>
      )}
    </TableRow>
  ));
}

function CoverageCells({ coverage }: { coverage: DatasetSummary['coverage'][string] | undefined }) {
  return (
    <>
      <TableCell>{isoWords(coverage?.first ?? null)}</TableCell>
      <TableCell>{isoWords(coverage?.last ?? null)}</TableCell>
      <TableCell align="right">{coverage ? numberWords(coverage.days) : '–'}</TableCell>
      <TableCell align="right">{coverage ? coverage.holes.length : '–'}</TableCell>
    </>
  );
}
