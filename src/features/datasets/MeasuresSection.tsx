'use client';
/** The measures of a dataset: aggregation, column, unit, decimals and date role of each. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { AGGREGATIONS, type Measure } from '../../core/dashboard/model';
import { TextSetting } from '../dashboard/fields';
import type { DatasetEdit, DatasetSummary } from './api';
import { Section } from './Section';

const ROWS = '';

export function MeasuresSection({
  dataset,
  onChange,
}: {
  dataset: DatasetSummary;
  onChange: (edit: DatasetEdit) => void;
}) {
  const { measures, roles } = dataset;
  const numbers = dataset.columns.filter((column) => column.type === 'whole' || column.type === 'decimal');
  const set = (key: string, part: Partial<Measure>) =>
    onChange({
      measures: measures.map((measure) => (measure.key === key ? { ...measure, ...part } : measure)),
    });
  const add = () => {
    const taken = new Set(measures.map((measure) => measure.key));
    const names = new Set(measures.map((measure) => measure.name));
    let n = 1;
    while (taken.has(`measure_${n}`) || names.has(`Measure ${n}`)) n++;
    const [column] = numbers;
    const fresh: Measure = {
      key: `measure_${n}`,
      name: `Measure ${n}`,
      aggregation: column ? 'average' : 'count',
      column: column?.key ?? null,
      unit: '',
      decimals: column ? 1 : 0,
      role: roles[0]!.key,
    };
    onChange({ measures: [...measures, fresh] });
  };
  const setAggregation = (measure: Measure, aggregation: Measure['aggregation']) =>
    set(measure.key, {
      aggregation,
      column: aggregation === 'count' ? measure.column : (measure.column ?? numbers[0]?.key ?? null),
    });
  return (
    <Section
      title="Measures"
      aside={
        <Button onClick={add} disabled={roles.length === 0}>
          Add a measure
        </Button>
      }
    >
      {roles.length === 0 && (
        <Typography>Measures go by a date role. Mark a date column above first.</Typography>
      )}
      <Table size="small" aria-label="Measures">
        <TableHead>
          <TableRow>
            <TableCell>Name</TableCell>
            <TableCell>Aggregation</TableCell>
            <TableCell>Of</TableCell>
            <TableCell>Unit</TableCell>
            <TableCell>Decimals</TableCell>
            <TableCell>Date role</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {measures.map((measure) => (
            <TableRow key={measure.key}>
              <TableCell>
                <TextSetting
                  label="Name"
                  value={measure.name}
                  check={(text) => (text.trim() === '' ? 'A measure needs a name.' : null)}
                  onChange={(name) => set(measure.key, { name })}
                />
              </TableCell>
              <TableCell>
                <Select
                  value={measure.aggregation}
                  onChange={(event) => setAggregation(measure, event.target.value)}
                  inputProps={{ 'aria-label': `Aggregation of ${measure.name}` }}
                >
                  {AGGREGATIONS.map((aggregation) => (
                    <MenuItem
                      key={aggregation}
                      value={aggregation}
                      disabled={aggregation !== 'count' && numbers.length === 0}
                    >
                      {aggregation}
                    </MenuItem>
                  ))}
                </Select>
              </TableCell>
              <TableCell>
                <Select
                  displayEmpty
                  value={measure.column ?? ROWS}
                  onChange={(event) =>
                    set(measure.key, { column: event.target.value === ROWS ? null : event.target.value })
                  }
                  inputProps={{ 'aria-label': `Column of ${measure.name}` }}
                >
                  {measure.aggregation === 'count' && <MenuItem value={ROWS}>rows</MenuItem>}
                  {numbers.map((column) => (
                    <MenuItem key={column.key} value={column.key}>
                      {column.name}
                    </MenuItem>
                  ))}
                </Select>
              </TableCell>
              <TableCell>
                <TextSetting
                  label="Unit"
                  value={measure.unit}
                  onChange={(unit) => set(measure.key, { unit: unit.slice(0, 20) })}
                />
              </TableCell>
              <TableCell>
                <TextSetting
                  label="Decimals"
                  value={String(measure.decimals)}
                  check={(text) => (/^[0-6]$/.test(text) ? null : '0 to 6')}
                  onChange={(text) => set(measure.key, { decimals: Number(text) })}
                />
              </TableCell>
              <TableCell>
                <Select
                  value={measure.role}
                  onChange={(event) => set(measure.key, { role: event.target.value })}
                  inputProps={{ 'aria-label': `Date role of ${measure.name}` }}
                >
                  {roles.map((role) => (
                    <MenuItem key={role.key} value={role.key}>
                      {role.name}
                    </MenuItem>
                  ))}
                </Select>
              </TableCell>
              <TableCell align="right">
                <Button
                  color="error"
                  aria-label={`Remove ${measure.name}`}
                  onClick={() =>
                    onChange({ measures: measures.filter((entry) => entry.key !== measure.key) })
                  }
                >
                  Remove
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Section>
  );
}
