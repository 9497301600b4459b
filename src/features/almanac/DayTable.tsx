'use client';
/** The days of a year with every attribute, as the table `almanac_day` has them. */
import type { Almanac } from '../../contract/almanac';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useMemo } from 'react';
import { almanacRow, specialDaysByDay, type AlmanacRow } from '../../core/calendar/almanac';
import { dayFromCivil } from '../../core/calendar/day';
import { useNonce } from '../ui/nonce';
import { Section } from '../ui/Section';

/** Name of a column as in the table. */
const columnName = (key: string) => key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

const WIDTHS: Partial<Record<keyof AlmanacRow, number>> = {
  holidayName: 150,
  eventNames: 150,
  day: 104,
  weekStart: 104,
};

export function DayTable({ almanac, year }: { almanac: Almanac; year: number }) {
  const nonce = useNonce();
  const { rule, special } = almanac;
  const rows = useMemo(() => {
    const byDay = specialDaysByDay(special);
    const first = dayFromCivil(year, 1, 1);
    const count = dayFromCivil(year + 1, 1, 1) - first;
    return Array.from({ length: count }, (_, i) => ({
      id: first + i,
      ...almanacRow(first + i, rule, byDay),
    }));
  }, [rule, special, year]);
  const columns = useMemo(
    (): GridColDef[] =>
      Object.keys(rows[0]!)
        .filter((key) => key !== 'id')
        .map((key) => ({
          field: key,
          headerName: columnName(key),
          width: WIDTHS[key as keyof AlmanacRow] ?? Math.max(84, columnName(key).length * 7.4 + 18),
          valueFormatter: (value: AlmanacRow[keyof AlmanacRow] | undefined) =>
            value === null || value === undefined
              ? ''
              : value === true
                ? 'yes'
                : value === false
                  ? 'no'
                  : String(value),
        })),
    [rows],
  );
  return (
    <Section title={`The days of ${year}, as in the table almanac_day`}>
      <div style={{ height: 420 }}>
        <DataGrid
          {...(nonce ? { nonce } : {})}
          aria-label={`Days of ${year}`}
          rows={rows}
          columns={columns}
          density="compact"
          rowHeight={26}
          columnHeaderHeight={30}
          hideFooter
          disableColumnMenu
          disableRowSelectionOnClick
          sx={{ border: 0 }}
        />
      </div>
    </Section>
  );
}
