/** Figures as a workbook: a first sheet on what is in effect, then a sheet for each table. */
import ExcelJS from 'exceljs';
import { isoDay } from '../../core/calendar/day';
import type { DataCell, DataColumn } from '../../core/dashboard/turn/data/dataTable';
import { uniqueHeads, type NamedTable, type TakenAway } from './takenAway';

/** Longest name of a sheet, and what none may have. */
const MOST_LETTERS = 31;
const FORBIDDEN = /[\\/?*[\]:]/g;
const ABOUT = 'In effect';

/** Names of sheets, each once whatever its capitals. */
function sheetNames(titles: readonly string[]): string[] {
  const taken = new Set([ABOUT.toLowerCase()]);
  return titles.map((title) => {
    const plain =
      title
        .replace(FORBIDDEN, ' ')
        .replace(/^'+|'+$/g, '')
        .trim() || 'Data';
    for (let n = 1; ; n++) {
      const end = n === 1 ? '' : ` ${n}`;
      const name = `${plain.slice(0, MOST_LETTERS - end.length).trim()}${end}`;
      if (taken.has(name.toLowerCase())) continue;
      taken.add(name.toLowerCase());
      return name;
    }
  });
}

/** How the cells of a column are shown. */
function formatOf(column: DataColumn): string | undefined {
  switch (column.kind) {
    case 'day':
      return 'd mmm yyyy';
    case 'percent':
      return '0.0 %';
    case 'number':
      return `#,##0${column.decimals > 0 ? `.${'0'.repeat(column.decimals)}` : ''}`;
    case 'text':
      return undefined;
  }
}

/** A cell with its type: texts stay texts, whatever they begin with. */
const typed = ({ kind }: DataColumn, cell: DataCell): string | number | Date | null =>
  kind === 'day' && cell !== null ? new Date(`${isoDay(cell as number)}T00:00:00Z`) : cell;

const WIDEST = 40;

function addTable(book: ExcelJS.Workbook, name: string, { title, subtitle, data }: NamedTable): void {
  const { columns, rows } = data;
  const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 3 }] });
  sheet.addRow([title]).font = { bold: true, size: 13 };
  sheet.addRow([subtitle]);
  const heads = uniqueHeads(columns);
  sheet.addRow(heads).font = { bold: true };
  for (const row of rows) sheet.addRow(row.map((cell, c) => typed(columns[c]!, cell)));
  columns.forEach((column, c) => {
    const drawn = sheet.getColumn(c + 1);
    drawn.width = Math.min(WIDEST, Math.max(11, heads[c]!.length + 2));
    const format = formatOf(column);
    if (format) drawn.numFmt = format;
  });
}

export async function xlsxOf({ about, madeAt, tables }: TakenAway): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.created = new Date(madeAt);
  const first = book.addWorksheet(ABOUT);
  first.getColumn(1).width = 24;
  first.getColumn(2).width = 90;
  first.addRow([about.title]).font = { bold: true, size: 13 };
  first.addRow(['As of', about.asOf]);
  if (about.inEffect.length === 0) first.addRow(['Showing', 'everything']);
  for (const { control, words } of about.inEffect) first.addRow([control, words]);
  for (const line of about.freshness) first.addRow(['Data', line]);
  first.addRow(['Made', `${madeAt.slice(0, 16).replace('T', ' ')} UTC`]);
  const names = sheetNames(tables.map((table) => table.title));
  tables.forEach((table, t) => addTable(book, names[t]!, table));
  return new Uint8Array(await book.xlsx.writeBuffer());
}
