/** The table of days as files. */
import type { SchemaElement } from 'hyparquet';
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
  return `${Papa.unparse({ fields: keys.map(snake), data: list.map((row) => keys.map((key) => row[key])) }, { newline: '\n', escapeFormulae: true })}\n`;
}

const DATE_TYPE = { type: 'INT32', converted_type: 'DATE' } as const;

/** The Parquet type of a column's values. */
function typeOf(values: readonly unknown[]): Pick<SchemaElement, 'type' | 'converted_type'> {
  const sample = values.find((value) => value !== null);
  if (typeof sample === 'boolean') return { type: 'BOOLEAN' };
  return typeof sample === 'number' ? { type: 'INT32' } : { type: 'BYTE_ARRAY', converted_type: 'UTF8' };
}

export async function almanacParquet(): Promise<Uint8Array> {
  const list = await rows();
  const keys = Object.keys(list[0]!) as (keyof AlmanacRow)[];
  const schema: SchemaElement[] = [{ name: 'root', num_children: keys.length }];
  const columnData = keys.map((key) => {
    const name = snake(key);
    const values = list.map((row) => row[key]);
    const isDay = key === 'day' || key === 'weekStart';
    schema.push({ name, repetition_type: 'OPTIONAL', ...(isDay ? DATE_TYPE : typeOf(values)) });
    return { name, data: isDay ? values.map((value) => new Date(`${String(value)}T00:00:00Z`)) : values };
  });
  return new Uint8Array(parquetWriteBuffer({ columnData, schema }));
}
