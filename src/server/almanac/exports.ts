/** The table of days as files. */
import Papa from 'papaparse';
import { almanacRow, specialDaysByDay, type AlmanacRow } from '../../core/calendar/almanac';
import { parquetFile, type ParquetColumn } from '../files/parquet';
import { readAlmanac } from './almanac';

/** Name of a column in the table `almanac_day` and in files. */
const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

async function rows(): Promise<AlmanacRow[]> {
  const { rule, span, special } = await readAlmanac();
  const byDay = specialDaysByDay(special);
  return Array.from({ length: span.last - span.first + 1 }, (_, i) =>
    almanacRow(span.first + i, rule, byDay),
  );
}

export async function almanacCsv(): Promise<string> {
  const list = await rows();
  const keys = Object.keys(list[0]!) as (keyof AlmanacRow)[];
  return `${Papa.unparse({ fields: keys.map(snake), data: list.map((row) => keys.map((key) => row[key])) }, { newline: '\n', escapeFormulae: true })}\n`;
}

/** The type of a column's values. */
function typeOf(key: keyof AlmanacRow, values: readonly unknown[]): ParquetColumn['type'] {
  if (key === 'day' || key === 'weekStart') return 'day';
  const sample = values.find((value) => value !== null);
  if (typeof sample === 'boolean') return 'boolean';
  return typeof sample === 'number' ? 'whole' : 'text';
}

export async function almanacParquet(): Promise<Uint8Array> {
  const list = await rows();
  const keys = Object.keys(list[0]!) as (keyof AlmanacRow)[];
  return parquetFile(
    keys.map((key) => {
      const values = list.map((row) => row[key]);
      return { name: snake(key), type: typeOf(key, values), values };
    }),
  );
}
