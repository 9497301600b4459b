'use client';
/** One column of a file: what was found, and what it is to be used as. */
import type { ColumnPlan, ColumnProfile, DateOrder } from '../../contract/datasets';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { COLUMN_TYPES, type ColumnType } from '../../core/model/model';
import { numberWords } from '../../core/locale';

export const TYPE_NAMES: Record<ColumnType, string> = {
  day: 'day',
  timestamp: 'timestamp',
  whole: 'whole number',
  decimal: 'decimal',
  text: 'text',
};
const ORDER_NAMES: Record<DateOrder, string> = {
  iso: 'year-month-day',
  dmy: 'day / month / year',
  mdy: 'month / day / year',
};
/** A column's plan; `dateOrder` is null until a person has said how ambiguous dates are read. */
export type Draft = Omit<ColumnPlan, 'dateOrder'> & { readonly dateOrder: DateOrder | null };

export const isDate = (type: ColumnType) => type === 'day' || type === 'timestamp';

export function startingRole(name: string): string {
  const short = name
    .replace(/[_-]+/g, ' ')
    .replace(/\b(date|day|on|at)\b/gi, '')
    .replace(/\s+/g, ' ')
    .trim();
  return (short === '' ? name : short).toLowerCase();
}

interface ColumnRowProps {
  readonly column: Draft;
  readonly profile: ColumnProfile;
  readonly sample: readonly string[];
  readonly rows: number;
  readonly onChange: (part: Partial<Draft>) => void;
}

export function ColumnRow({ column, profile, sample, rows, onChange }: ColumnRowProps) {
  const changeType = (type: ColumnType) =>
    onChange({
      type,
      category: type === 'text' && column.category,
      role: isDate(type) ? (column.role ?? startingRole(column.name)) : null,
      dateOrder: isDate(type) && profile.ambiguousDates ? null : profile.dateOrder,
    });
  const filled = rows - profile.blanks;
  return (
    <TableRow>
      <TableCell sx={{ fontWeight: 650 }}>{column.name}</TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <Select
          variant="standard"
          value={column.type}
          onChange={(event) => changeType(event.target.value)}
          inputProps={{ 'aria-label': `Type of ${column.name}` }}
        >
          {COLUMN_TYPES.map((type) => (
            <MenuItem key={type} value={type}>
              {TYPE_NAMES[type]}
            </MenuItem>
          ))}
        </Select>
        <Spelling column={column} onChange={onChange} />
      </TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <PlayedPart column={column} distinct={profile.distinct} onChange={onChange} />
      </TableCell>
      <TableCell
        sx={{
          color: 'text.secondary',
          maxWidth: 260,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
        }}
      >
        {sample.filter((text) => text !== '').join(' · ') || '(blank)'}
      </TableCell>
      <TableCell
        sx={{ color: profile.misfits > 0 ? 'warning.main' : 'text.secondary', whiteSpace: 'nowrap' }}
      >
        {filled === rows ? 'all' : numberWords(filled)}
        {profile.misfits > 0 && `, ${numberWords(profile.misfits)} do not fit`}
      </TableCell>
    </TableRow>
  );
}

type ColumnPartProps = Pick<ColumnRowProps, 'column' | 'onChange'>;

/** How dates and numbers are written in the file. */
function Spelling({ column, onChange }: ColumnPartProps) {
  return (
    <>
      {isDate(column.type) && (
        <Select
          variant="standard"
          displayEmpty
          value={column.dateOrder ?? ''}
          error={column.dateOrder === null}
          onChange={(event) => onChange({ dateOrder: event.target.value })}
          inputProps={{ 'aria-label': `Order of dates in ${column.name}` }}
          sx={{ ml: 1 }}
        >
          {column.dateOrder === null && <MenuItem value="">say which…</MenuItem>}
          {(Object.keys(ORDER_NAMES) as DateOrder[]).map((order) => (
            <MenuItem key={order} value={order}>
              {ORDER_NAMES[order]}
            </MenuItem>
          ))}
        </Select>
      )}
      {(column.type === 'decimal' || column.type === 'whole') && (
        <Select
          variant="standard"
          value={column.decimalMark}
          onChange={(event) => onChange({ decimalMark: event.target.value === 'comma' ? 'comma' : 'point' })}
          inputProps={{ 'aria-label': `Decimal mark of ${column.name}` }}
          sx={{ ml: 1 }}
        >
          <MenuItem value="point">1,234.5</MenuItem>
          <MenuItem value="comma">1.234,5</MenuItem>
        </Select>
      )}
    </>
  );
}

/** What a column is for: a date role, a category, or neither. */
function PlayedPart({
  column,
  distinct,
  onChange,
}: ColumnPartProps & {
  /** How many different values it has; null for more than are counted. */
  distinct: number | null;
}) {
  return (
    <>
      {isDate(column.type) && (
        <>
          <Checkbox
            size="small"
            checked={column.role !== null}
            onChange={(event) => onChange({ role: event.target.checked ? startingRole(column.name) : null })}
            slotProps={{ input: { 'aria-label': `${column.name} is a date role` } }}
            sx={{ p: 0.25 }}
          />
          date role
          {column.role !== null && (
            <TextField
              variant="standard"
              value={column.role}
              onChange={(event) => onChange({ role: event.target.value })}
              slotProps={{ htmlInput: { 'aria-label': `Role name of ${column.name}` } }}
              sx={{ ml: 1, width: 110 }}
            />
          )}
        </>
      )}
      {column.type === 'text' && (
        <>
          <Checkbox
            size="small"
            checked={column.category}
            onChange={(event) => onChange({ category: event.target.checked })}
            slotProps={{ input: { 'aria-label': `${column.name} is a category` } }}
            sx={{ p: 0.25 }}
          />
          category
          <Typography component="span" variant="caption" color="textSecondary" sx={{ ml: 1 }}>
            {distinct === null ? 'over 20,000 values' : `${numberWords(distinct)} values`}
          </Typography>
        </>
      )}
    </>
  );
}
