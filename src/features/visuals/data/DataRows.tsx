'use client';
/** A plain table, its head and its first column staying in view. */
import Button from '@mui/material/Button';
import { useState, type CSSProperties } from 'react';
import {
  cellWords,
  columnHead,
  type DataColumn,
  type DataTable,
} from '../../../core/dashboard/turn/data/dataTable';
import { quietStyle, role } from '../../../theme/roles';
import { shortDayWords } from '../../../core/calendar/names';
import { numberWords } from '../../../core/locale';

/** Rows drawn before more are asked for: what a screen needs, and no more than a page draws at once. */
const FIRST_ROWS = 400;

const CELL: CSSProperties = {
  padding: '3px 8px',
  borderBottom: `1px solid ${role.hairline}`,
  whiteSpace: 'nowrap',
  fontVariantNumeric: 'tabular-nums',
};
const HEAD: CSSProperties = {
  ...CELL,
  position: 'sticky',
  top: 0,
  zIndex: 1,
  background: role.surface,
  whiteSpace: 'normal',
  verticalAlign: 'bottom',
  minWidth: 76,
  maxWidth: 170,
  fontWeight: 600,
};

const isNumber = ({ kind }: DataColumn) => kind === 'number' || kind === 'percent';

export function DataRows({ data, name }: { data: DataTable; name: string }) {
  const [isAll, setAll] = useState(false);
  const { columns, rows } = data;
  const drawn = isAll ? rows : rows.slice(0, FIRST_ROWS);
  return (
    <>
      <div style={{ ...quietStyle, flex: 'none', marginBottom: 4 }}>
        {numberWords(rows.length)} {rows.length === 1 ? 'row' : 'rows'}
      </div>
      {/* A table that scrolls is reached and scrolled by keys. */}
      <div role="region" aria-label={name} tabIndex={0} style={{ overflow: 'auto', flex: '0 1 auto' }}>
        <table style={{ borderCollapse: 'collapse', fontSize: 12 }}>
          <thead>
            <tr>
              {columns.map((column, c) => (
                <th key={c} scope="col" style={{ ...HEAD, textAlign: isNumber(column) ? 'right' : 'left' }}>
                  {columnHead(column)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {drawn.map((row, r) => (
              <tr key={r}>
                {row.map((cell, c) => {
                  const column = columns[c]!;
                  const style = isNumber(column) ? { ...CELL, textAlign: 'right' as const } : CELL;
                  const words =
                    column.kind === 'day' && c > 0 && cell !== null
                      ? shortDayWords(Number(cell), true)
                      : cellWords(column, cell);
                  return c === 0 ? (
                    <th key={c} scope="row" style={{ ...style, textAlign: 'left', fontWeight: 450 }}>
                      {words}
                    </th>
                  ) : (
                    <td key={c} style={style}>
                      {words}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {drawn.length < rows.length && (
        <Button onClick={() => setAll(true)} sx={{ flex: 'none' }}>
          The first {numberWords(FIRST_ROWS)} are shown: show all {numberWords(rows.length)}
        </Button>
      )}
    </>
  );
}
