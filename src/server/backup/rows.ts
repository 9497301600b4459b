/** Rows of a table as lines of text, as LOAD DATA reads them, with what tells whether they are the same. */
import { once as onceEvent } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip, crc32 } from 'node:zlib';
import type { Connection } from 'mysql2/promise';
import { LINE_FORM, readLines } from '../database/lines';

export interface Told {
  readonly rows: number;
  readonly checksum: number;
}

const MODULUS = 2 ** 52;
/** Bytes that are gathered before they go on. */
const STRETCH = 256 * 1024;

const quoted = (names: readonly string[]) => names.map((name) => `\`${name}\``).join(', ');

/** Reads all rows of what stands after FROM, a line each; `onLines` gets them by stretches and tells when more may come. */
async function readRows(
  connection: Connection,
  from: string,
  columns: readonly string[],
  onLines: (lines: Buffer) => Promise<void>,
): Promise<Told> {
  let rows = 0;
  let checksum = 0;
  let waiting: string[] = [];
  let bytes = 0;
  const flush = async () => {
    const lines = Buffer.from(waiting.join(''), 'latin1');
    waiting = [];
    bytes = 0;
    await onLines(lines);
  };
  for await (const text of readLines(connection, `SELECT ${quoted(columns)} FROM ${from}`, 'latin1')) {
    const line = `${text}\n`;
    rows++;
    checksum = (checksum + crc32(Buffer.from(line, 'latin1'))) % MODULUS;
    bytes += line.length;
    waiting.push(line);
    if (bytes >= STRETCH) await flush();
  }
  await flush();
  return { rows, checksum };
}

/** Writes the rows of what stands after FROM into a file. */
export async function writeRows(
  connection: Connection,
  from: string,
  columns: readonly string[],
  file: string,
): Promise<Told> {
  const pack = createGzip({ level: 3 });
  const written = pipeline(pack, createWriteStream(file, { mode: 0o600 }));
  // What goes wrong with the file is told where its end is waited for.
  written.catch(() => undefined);
  const told = await readRows(connection, from, columns, async (lines) => {
    if (!pack.write(lines)) await Promise.race([onceEvent(pack, 'drain'), written]);
  });
  pack.end();
  await written;
  return told;
}

/** What a table's rows are, read again. */
export const tellRows = (connection: Connection, table: string, columns: readonly string[]): Promise<Told> =>
  readRows(connection, `\`${table}\``, columns, () => Promise.resolve());

/** Puts the rows of a file into an empty table. */
export async function loadRows(
  connection: Connection,
  table: string,
  columns: readonly string[],
  file: string,
): Promise<void> {
  await connection.query({
    sql: `LOAD DATA LOCAL INFILE 'rows' INTO TABLE \`${table}\` CHARACTER SET binary
          ${LINE_FORM} (${quoted(columns)})`,
    infileStreamFactory: () => {
      const unpack = createGunzip();
      createReadStream(file)
        .on('error', (error) => unpack.destroy(error))
        .pipe(unpack);
      return Readable.from(unpack);
    },
  });
}
