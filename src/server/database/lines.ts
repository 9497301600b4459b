/** Rows as lines of text, as LOAD DATA reads them. */
import type { Connection as PlainConnection } from 'mysql2';
import type { Connection } from 'mysql2/promise';

const ESCAPES: Readonly<Record<string, string>> = {
  '\\': '\\\\',
  '\t': '\\t',
  '\n': '\\n',
  '\r': '\\r',
  '\0': '\\0',
};

/** The cell of a blank. */
export const BLANK_CELL = '\\N';

/** A text as a cell. */
export const textCell = (text: string): string => text.replace(/[\\\t\n\r\0]/g, (sign) => ESCAPES[sign]!);

/** What stands behind the table's name in LOAD DATA, before the columns. */
export const LINE_FORM = `FIELDS TERMINATED BY '\\t' ESCAPED BY '\\\\' LINES TERMINATED BY '\\n'`;

/** Rows that the database sends ahead of whoever reads them. */
const AHEAD = 1000;

/**
 * The rows of a statement one after the other, each as a line without its end: as the database sends it, nothing is
 * turned into numbers or dates on the way. With `latin1` bytes stay bytes, since it has one letter for each.
 */
export async function* readLines(
  connection: Connection,
  sql: string,
  encoding: 'latin1' | 'utf8',
): AsyncGenerator<string> {
  const plain = (connection as unknown as { connection: PlainConnection }).connection;
  const stream = plain
    .query({ sql, rowsAsArray: true, typeCast: (field) => field.buffer() })
    .stream({ highWaterMark: AHEAD });
  for await (const row of stream as AsyncIterable<(Buffer | null)[]>)
    yield row.map((value) => (value === null ? BLANK_CELL : textCell(value.toString(encoding)))).join('\t');
}
