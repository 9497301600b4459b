/** The table of days as files. */
import { parquetWriteBuffer } from 'hyparquet-writer';
import Papa from 'papaparse';
import { almanacRow, specialDaysByDay, type AlmanacRow } from '../../core/calendar/almanac';
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
  return `${Papa.unparse({ fields: keys.map(snake), data: list.map((row) => keys.map((key) => row[key])) }, { newline: '\n' })}\n`;
}

export async function almanacParquet(): Promise<Uint8Array> {
  const list = await rows();
  const keys = Object.keys(list[0]!) as (keyof AlmanacRow)[];
  const columnData = keys.map((key) => {
    const values = list.map((row) => row[key]);
    if (key === 'day' || key === 'weekStart') {
      const dates = values.map((value) => new Date(`${String(value)}T00:00:00Z`));
      return { name: snake(key), data: dates, type: 'DATE' as never };
    }
    const sample = values.find((value) => value !== null);
    const type = typeof sample === 'boolean' ? 'BOOLEAN' : typeof sample === 'number' ? 'INT32' : 'STRING';
    return { name: snake(key), data: values, type: type as never, nullable: true };
  });
  return new Uint8Array(parquetWriteBuffer({ columnData }));
}
