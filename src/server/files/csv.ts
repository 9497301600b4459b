/** Comma-separated values: UTF-8 with a mark at the beginning, texts made safe for programs that work out cells. */
import Papa from 'papaparse';
import type { DataTable } from '../../core/dashboard/turn/data/dataTable';
import { machineCell, uniqueHeads } from './takenAway';

/** The first signs of a file. */
export const CSV_MARK = '\ufeff';

/** What a program would take for something to work out. */
const WORKED_OUT = /^[=+\-@\t\r]/;

/** A text that no program works out; a number is no text, and keeps its sign. */
export const safeText = (text: string): string => (WORKED_OUT.test(text) ? `'${text}` : text);

/** Lines of cells, each ended. */
export const csvLines = (rows: readonly (readonly (string | number | null)[])[]): string =>
  rows.length === 0 ? '' : `${Papa.unparse(rows.map((row) => [...row]))}\r\n`;

/** A table of figures. */
export function csvOf({ columns, rows }: DataTable): string {
  const cells = rows.map((row) =>
    row.map((cell, c) => {
      const plain = machineCell(columns[c]!, cell);
      return typeof plain === 'string' ? safeText(plain) : plain;
    }),
  );
  return `${CSV_MARK}${csvLines([uniqueHeads(columns).map(safeText), ...cells])}`;
}
