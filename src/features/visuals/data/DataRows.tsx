'use client';
/** A plain table, its head and its first column staying in view. */
import Button from '@mui/material/Button';
import { useState, type CSSProperties } from 'react';
import {
  cellWords,
  columnHead,
  markAt,
  type DataColumn,
  type DataTable,
} from '../../../core/dashboard/turn/data/dataTable';
import { plainButtonStyle, quietStyle, role } from '../../../theme/roles';
import type { MarkAsked } from '../../../core/dashboard/turn/behind';
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

export function DataRows({
  data,
  name,
  onRows,
}: {
  data: DataTable;
  name: string;
  /** Shows the rows behind a figure, under words for it. */
  onRows?: (mark: MarkAsked, words: string) => void;
}) {
  const [isAll, setAll] = useState(false);
  const { columns, rows } = data;
  const rowsOf = (r: number, c: number) => {
    const mark = onRows && rows[r]![c] !== null ? markAt(data, r, c) : null;
    if (!onRows || !mark) return undefined;
    const [first] = columns;
    const place = first && first.kind !== 'number' ? cellWords(first, rows[r]![0]!) : '';
    const said = [columns[c]!.name, place].filter((text) => text !== '').join(', ');
    return () => onRows(mark, said);
  };
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
                      <Figure words={words} onRows={rowsOf(r, c)} />
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

/** A figure, and a way to the rows behind it where there is one. */
function Figure({ words, onRows }: { words: string; onRows: (() => void) | undefined }) {
  if (!onRows) return words;
  return (
    <button type="button" title="Show the rows behind it" onClick={onRows} style={FIGURE}>
      {words}
    </button>
  );
}

const FIGURE: CSSProperties = {
  ...plainButtonStyle,
  fontVariantNumeric: 'tabular-nums',
  borderBottom: `1px dotted ${role.quiet}`,
};
