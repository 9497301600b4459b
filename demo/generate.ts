/** Writes the demo's CSV files. */
import { createWriteStream } from 'node:fs';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import type { Company } from './company';
import { bookings } from './datasets/bookings';
import type { DemoDataset } from './datasets/demoDataset';
import { fuel } from './datasets/fuel';
import { fileWithMistakes } from './datasets/mistakes';
import { passHolders } from './datasets/passHolders';
import { repairs } from './datasets/repairs';
import { sailings } from './datasets/sailings';
import { targets } from './datasets/targets';
import { weather } from './datasets/weather';

export const DEMO_DATASETS: readonly DemoDataset[] = [
  sailings,
  bookings,
  fuel,
  repairs,
  weather,
  passHolders,
  targets,
];

const ROWS_A_CHUNK = 5000;

/** The text of a dataset's file, in chunks of whole lines. */
export function* csvText(dataset: DemoDataset, company: Company): Generator<string> {
  let rows: (readonly string[])[] = [dataset.header];
  const text = () => `${Papa.unparse(rows as string[][], { newline: '\n' })}\n`;
  for (const row of dataset.rows(company)) {
    rows.push(row);
    if (rows.length < ROWS_A_CHUNK) continue;
    yield text();
    rows = [];
  }
  if (rows.length > 0) yield text();
}

/** Writes a dataset's file and gives its path. */
export async function writeDataset(dataset: DemoDataset, company: Company, folder: string): Promise<string> {
  await mkdir(folder, { recursive: true });
  const file = path.join(folder, `${dataset.name.toLowerCase().replace(/ /g, '-')}.csv`);
  await pipeline(Readable.from(csvText(dataset, company)), createWriteStream(`${file}.part`));
  await rename(`${file}.part`, file);
  return file;
}

/** Writes the file with mistakes, to be tried on the Datasets page. */
export async function writeMistakes(company: Company, folder: string): Promise<string> {
  await mkdir(folder, { recursive: true });
  const file = path.join(folder, 'sailings-with-mistakes.csv');
  await writeFile(file, fileWithMistakes(company));
  return file;
}
