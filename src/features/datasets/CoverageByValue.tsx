'use client';
/** The coverage calendar: by date role, month by month, for each value of a category. Which routes have no data when? */
import { type ValueCoverage, valueCoverageSchema } from '../../contract/datasets';
import type { DatasetSummary } from '../../contract/datasets';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { civilFromDay } from '../../core/calendar/day';
import { dayCountWords, MONTH_NAMES } from '../../core/calendar/names';
import { countDays, countDaysIn, intersectRuns, type DayRuns } from '../../core/calendar/runs';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { end, start } from '../../core/calendar/units';
import { BLANK } from '../../core/model/blank';
import { sharedOf } from '../../core/model/model';
import { HatchPattern } from '../../theme/marks';
import { role as colour } from '../../theme/roles';
import { MODEL_QUERY } from '../ui/modelQuery';
import { requestAs } from '../ui/request';
import { Scrolling } from '../ui/Scrolling';
import { useSize } from '../ui/useSize';
import { numberWords } from '../../core/locale';

const NONE = '';
const LABEL = 170;
const ROW = 20;
const HEAD = 30;

interface Month {
  readonly start: number;
  readonly end: number;
}

/** The months from the first to the last day with data. */
function monthsOf(runs: DayRuns): Month[] {
  const months: Month[] = [];
  const last = runs.at(-1)?.end;
  if (last === undefined) return months;
  for (let day = start('month', runs[0]!.start, DEFAULT_RULE); day <= last; day = months.at(-1)!.end + 1)
    months.push({ start: day, end: end('month', day, DEFAULT_RULE) });
  return months;
}

export function CoverageByValue({ dataset }: { dataset: DatasetSummary }) {
  const categories = dataset.columns.filter((column) => column.category);
  const [role, setRole] = useState(dataset.roles[0]!.key);
  const model = useQuery(MODEL_QUERY).data;
  // A shared dimension is what people ask for first: which routes have no data when?
  const likely =
    categories.find((entry) => model && sharedOf(model, dataset.key, entry.key)) ?? categories[0];
  const [chosen, setColumn] = useState<string | null>(null);
  const column = chosen ?? likely?.key ?? NONE;
  const query = new URLSearchParams({ role, ...(column === NONE ? {} : { column }) });
  const coverage = useQuery({
    queryKey: ['coverage', dataset.key, dataset.load, role, column],
    queryFn: () =>
      requestAs(valueCoverageSchema, `/api/datasets/${dataset.key}/coverage?${query.toString()}`),
  });
  return (
    <div style={{ marginTop: 16 }}>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12, alignItems: 'center', marginBottom: 8 }}>
        <Typography variant="h3" component="h3" sx={{ flex: '1 1 auto' }}>
          Month by month
        </Typography>
        <TextField
          select
          label="Date role"
          value={role}
          onChange={(event) => setRole(event.target.value)}
          sx={{ minWidth: 140 }}
        >
          {dataset.roles.map((entry) => (
            <MenuItem key={entry.key} value={entry.key}>
              {entry.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="For each"
          value={column}
          onChange={(event) => setColumn(event.target.value)}
          sx={{ minWidth: 160 }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value={NONE}>all rows together</MenuItem>
          {categories.map((entry) => (
            <MenuItem key={entry.key} value={entry.key}>
              {entry.name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {coverage.isPending && <Typography color="textSecondary">Reading…</Typography>}
      {coverage.error && <Typography role="alert">{coverage.error.message}</Typography>}
      {coverage.data && <MonthGrid coverage={coverage.data} />}
    </div>
  );
}

function MonthGrid({ coverage }: { coverage: ValueCoverage }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const months = monthsOf(coverage.runs);
  const lanes = coverage.values ?? [{ value: 'All rows', runs: coverage.runs }];
  const cell = Math.max(6, (width - LABEL) / Math.max(1, months.length));
  if (months.length === 0) return <Typography>No day with data.</Typography>;
  return (
    <div ref={ref}>
      <Scrolling name="Months, one by one">
        <svg
          width={LABEL + cell * months.length}
          height={HEAD + lanes.length * ROW}
          role="img"
          aria-label={`Coverage by month of ${lanes.length} values`}
          style={{ display: 'block' }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          <g fontSize="11" fill={colour.quiet}>
            {months.map((month, m) => {
              const { year, month: number } = civilFromDay(month.start);
              const isFirst = number === 1 || m === 0;
              return (
                <g key={month.start}>
                  {isFirst && (m === 0 ? months.length : 12) * cell > 30 && (
                    <text x={LABEL + m * cell} y="11">
                      {m === 0 && civilFromDay(months[Math.min(2, months.length - 1)]!.start).year !== year
                        ? ''
                        : year}
                    </text>
                  )}
                  {cell >= 9 && (
                    <text x={LABEL + (m + 0.5) * cell} y="25" textAnchor="middle" fontSize="10">
                      {MONTH_NAMES[number - 1]!.slice(0, cell > 26 ? 3 : 1)}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
          {lanes.map((lane, l) => (
            <g key={lane.value ?? '\0'} transform={`translate(0 ${HEAD + l * ROW})`}>
              <text x={LABEL - 8} y={ROW / 2 + 4} textAnchor="end" fontSize="12" fill={colour.ink}>
                {shortened(lane.value ?? BLANK)}
              </text>
              {months.map((month, m) => (
                <MonthMark
                  key={month.start}
                  month={month}
                  lane={lane}
                  all={countDays(intersectRuns(coverage.runs, [month]))}
                  x={LABEL + m * cell}
                  width={Math.max(1, cell - 1.5)}
                  hatch={hatch}
                />
              ))}
            </g>
          ))}
        </svg>
      </Scrolling>
      {coverage.values && coverage.total > lanes.length && (
        <Typography variant="body2" color="textSecondary">
          The first {lanes.length} of {numberWords(coverage.total)} values.
        </Typography>
      )}
    </div>
  );
}

const shortened = (text: string) => (text.length > 26 ? `${text.slice(0, 25)}…` : text);

/** One month of a lane, filled as far as its days have data; `all` days of it have some in any lane. */
function MonthMark({
  month,
  lane,
  all,
  x,
  width,
  hatch,
}: {
  month: Month;
  lane: Pick<ValueCoverage, 'runs'> & { readonly value: string | null };
  all: number;
  x: number;
  width: number;
  /** Id of the pattern for days without data. */
  hatch: string;
}) {
  const held = countDaysIn(lane.runs, month.start, month.end);
  const share = held / (month.end - month.start + 1);
  const { year, month: number } = civilFromDay(month.start);
  const told = held === 0 ? 'no data' : `data on ${dayCountWords(held)}`;
  const beside = all > held && held > 0 ? ` of ${all} with data at all` : '';
  return (
    <g transform={`translate(${x} 2)`}>
      <rect width={width} height={ROW - 4} fill={`url(#${hatch})`} />
      {held > 0 && (
        <rect y={(1 - share) * (ROW - 4)} width={width} height={share * (ROW - 4)} fill={colour.timeMark} />
      )}
      <title>{`${lane.value ?? BLANK}, ${MONTH_NAMES[number - 1]} ${year}: ${told}${beside}`}</title>
    </g>
  );
}
