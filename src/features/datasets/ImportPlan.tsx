'use client';
/** What was found in a file, column by column, each changeable before it is loaded. */

import type {
  ColumnProfile,
  DatasetSummary,
  Delimiter,
  FileProfile,
  Format,
  LoadPlan,
} from '../../contract/datasets';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { role } from '../../theme/roles';
import { nameFromFile } from '../ui/nameFromFile';
import { ColumnRow, isDate, startingRole, type Draft } from './ImportColumnRow';
import { numberWords } from '../../core/locale';
import { ScrollingTable } from '../ui/ScrollingTable';

const FORMAT_NAMES: Record<Format, string> = {
  text: 'text',
  workbook: 'a sheet of a workbook',
  parquet: 'Parquet',
  'json lines': 'JSON lines',
};
const DELIMITER_NAMES: Record<Delimiter, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab' };

function draftOf(column: ColumnProfile): Draft {
  return {
    name: column.name,
    type: column.type,
    scale: column.scale === 0 ? 2 : column.scale,
    decimalMark: column.decimalMark,
    category: column.category,
    dateOrder: column.ambiguousDates ? null : column.dateOrder,
    role: isDate(column.type) ? startingRole(column.name) : null,
  };
}

export interface ImportPlanProps {
  readonly fileName: string;
  readonly profile: FileProfile;
  readonly datasets: readonly DatasetSummary[];
  /** Reads the file again with another separator or another sheet. */
  readonly onReadAgain: (how: { delimiter?: Delimiter; sheet?: string }) => void;
  readonly onCancel: () => void;
  readonly onLoad: (plan: LoadPlan, into: string | undefined) => void;
}

export function ImportPlan({ fileName, profile, datasets, onReadAgain, onCancel, onLoad }: ImportPlanProps) {
  const [columns, setColumns] = useState(() => profile.columns.map(draftOf));
  const [destination, setDestination] = useState<LoadDestination>(() => ({
    name: nameFromFile(fileName),
    into: '',
    mode: 'replace',
  }));
  const { name, into, mode } = destination;
  const change = (i: number, part: Partial<Draft>) =>
    setColumns((old) => old.map((column, j) => (j === i ? { ...column, ...part } : column)));
  const undecided = columns.filter((column) => isDate(column.type) && column.dateOrder === null);
  const noRole = !columns.some((column) => column.role !== null);
  const plan = (): LoadPlan => ({
    name: into === '' ? name.trim() : (datasets.find((dataset) => dataset.key === into)?.name ?? name),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
    mode: into === '' ? 'replace' : mode,
    delimiter: profile.delimiter,
    format: profile.format ?? 'text',
    sheet: profile.sheet ?? null,
    columns: columns.map((column) => ({ ...column, dateOrder: column.dateOrder ?? 'iso' })),
  });
  const blocked = undecided.length > 0 || (into === '' && name.trim() === '');
  return (
    <>
      <FileLine fileName={fileName} profile={profile} onReadAgain={onReadAgain} />
      {profile.notes.map((note) => (
        <Typography key={note} variant="body2" color="warning">
          {note}
        </Typography>
      ))}
      <ColumnTable profile={profile} columns={columns} onChange={change} />
      <details style={{ marginBottom: 12 }}>
        <summary style={{ cursor: 'pointer', color: role.quiet }}>First rows of the file</summary>
        <Preview profile={profile} />
      </details>
      {undecided.length > 0 && (
        <Typography role="alert" color="warning" sx={{ mb: 1 }}>
          The dates of {undecided.map((column) => `“${column.name}”`).join(' and ')} can be read day first or
          month first, and both fit every row. Say which.
        </Typography>
      )}
      {noRole && (
        <Typography color="warning" sx={{ mb: 1 }}>
          No date column is put on the almanac: time controls will not reach this dataset.
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Destination datasets={datasets} destination={destination} onChange={setDestination} />
        <Box sx={{ flex: 1 }} />
        <Button onClick={onCancel}>Cancel</Button>
        <Button
          variant="contained"
          disabled={blocked}
          onClick={() => onLoad(plan(), into === '' ? undefined : into)}
        >
          Load {numberWords(profile.rows)} rows
        </Button>
      </Box>
    </>
  );
}

/** Where the rows go. */
interface LoadDestination {
  /** Of a new dataset. */
  readonly name: string;
  /** Key of the dataset that gets them; empty for a new one. */
  readonly into: string;
  readonly mode: 'replace' | 'append';
}

/** What was read, and how: another separator or sheet has the file read again. */
function FileLine({
  fileName,
  profile,
  onReadAgain,
}: Pick<ImportPlanProps, 'fileName' | 'profile' | 'onReadAgain'>) {
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
      <Typography variant="h2">{fileName}</Typography>
      <Typography color="textSecondary">
        {numberWords(profile.rows)} rows, {profile.columns.length} columns
        {profile.format === undefined && ', separated by'}
        {profile.format !== undefined && `, ${FORMAT_NAMES[profile.format]}`}
      </Typography>
      {profile.format === undefined && (
        <Select
          variant="standard"
          value={profile.delimiter}
          onChange={(event) => onReadAgain({ delimiter: event.target.value })}
          inputProps={{ 'aria-label': 'Separator' }}
        >
          {(Object.keys(DELIMITER_NAMES) as Delimiter[]).map((delimiter) => (
            <MenuItem key={delimiter} value={delimiter}>
              {DELIMITER_NAMES[delimiter]}
            </MenuItem>
          ))}
        </Select>
      )}
      {profile.sheets && profile.sheet !== undefined && (
        <Select
          variant="standard"
          value={profile.sheet}
          onChange={(event) => onReadAgain({ sheet: event.target.value })}
          inputProps={{ 'aria-label': 'Sheet' }}
        >
          {profile.sheets.map((sheet) => (
            <MenuItem key={sheet} value={sheet}>
              {sheet}
            </MenuItem>
          ))}
        </Select>
      )}
    </Box>
  );
}

function ColumnTable({
  profile,
  columns,
  onChange,
}: {
  profile: FileProfile;
  columns: readonly Draft[];
  onChange: (index: number, part: Partial<Draft>) => void;
}) {
  return (
    <Box sx={{ overflowX: 'auto', my: 1 }}>
      <ScrollingTable name="Columns of the file">
        <TableHead>
          <TableRow>
            <TableCell>Column</TableCell>
            <TableCell>Found as</TableCell>
            <TableCell>Use as</TableCell>
            <TableCell>First values</TableCell>
            <TableCell>Filled</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {columns.map((column, i) => (
            <ColumnRow
              key={column.name}
              column={column}
              profile={profile.columns[i]!}
              sample={profile.preview.slice(0, 3).map((row) => row[i] ?? '')}
              rows={profile.rows}
              onChange={(part) => onChange(i, part)}
            />
          ))}
        </TableBody>
      </ScrollingTable>
    </Box>
  );
}

function Destination({
  datasets,
  destination,
  onChange,
}: {
  datasets: readonly DatasetSummary[];
  destination: LoadDestination;
  onChange: (destination: LoadDestination) => void;
}) {
  const { name, into, mode } = destination;
  return (
    <>
      <TextField
        select
        label="Load into"
        value={into}
        onChange={(event) => onChange({ ...destination, into: event.target.value })}
        sx={{ minWidth: 180 }}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">a new dataset</MenuItem>
        {datasets.map((dataset) => (
          <MenuItem key={dataset.key} value={dataset.key}>
            {dataset.name}
          </MenuItem>
        ))}
      </TextField>
      {into === '' ? (
        <TextField
          label="Name"
          value={name}
          onChange={(event) => onChange({ ...destination, name: event.target.value })}
          error={name.trim() === ''}
        />
      ) : (
        <TextField
          select
          label="Its rows"
          value={mode}
          onChange={(event) =>
            onChange({ ...destination, mode: event.target.value === 'append' ? 'append' : 'replace' })
          }
          sx={{ minWidth: 200 }}
        >
          <MenuItem value="replace">are replaced by these</MenuItem>
          <MenuItem value="append">stay, and these are added</MenuItem>
        </TextField>
      )}
    </>
  );
}

function Preview({ profile }: { profile: FileProfile }) {
  return (
    <Box sx={{ overflow: 'auto', maxHeight: 240 }}>
      <Table size="small" stickyHeader>
        <TableHead>
          <TableRow>
            {profile.columns.map((column) => (
              <TableCell key={column.name}>{column.name}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {profile.preview.map((row, i) => (
            <TableRow key={i}>
              {row.map((cell, j) => (
                <TableCell
                  key={j}
                  sx={{ whiteSpace: 'nowrap', maxWidth: 240, overflow: 'hidden', textOverflow: 'ellipsis' }}
                >
                  {cell}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
