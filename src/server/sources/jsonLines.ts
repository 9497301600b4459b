/** JSON lines: an object a line, each a row. */
import { MOST_COLUMNS } from '../../contract/datasets';
import { createReadStream } from 'node:fs';
import { Problem } from '../problem';

/** Longest line that is read, in characters. */
const LONGEST_LINE = 16 * 1024 ** 2;

/** The lines of a text file, without the marks at their ends; no more than one line and one chunk are held. */
async function* linesOf(path: string): AsyncGenerator<string> {
  let waiting = '';
  let line = 1;
  for await (const chunk of createReadStream(path, { encoding: 'utf8' }) as AsyncIterable<string>) {
    const parts = (waiting + chunk).split('\n');
    waiting = parts.pop()!;
    for (const part of parts) {
      yield part;
      line++;
    }
    if (waiting.length > LONGEST_LINE)
      throw new Problem('bad-json', `Line ${line} is longer than 16 million characters.`, 413, { line });
  }
  if (waiting !== '') yield waiting;
}

type Row = Record<string, unknown>;

function rowOf(text: string, line: number): Row {
  const refuse = (why: string) => new Problem('bad-json', `Line ${line} is ${why}`, 400, { line });
  let row: unknown;
  try {
    row = JSON.parse(text);
    // What is nested too deeply to be read could not be written either.
    if (/[[{].*[[{]/s.test(text)) JSON.stringify(row);
  } catch (error) {
    if (error instanceof RangeError) throw refuse('nested too deeply.');
    throw refuse(`not JSON: ${(error as Error).message}.`);
  }
  if (typeof row !== 'object' || row === null || Array.isArray(row))
    throw refuse('not a JSON object, so it has no columns.');
  return row as Row;
}

async function* jsonLines(path: string): AsyncGenerator<Row> {
  let line = 0;
  for await (const text of linesOf(path)) {
    line++;
    const trimmed = text.replace(/^\ufeff/, '').trim();
    if (trimmed !== '') yield rowOf(trimmed, line);
  }
}

/** Every object becomes a row; the columns are all names that occur, in the order in which they first do. */
export async function* jsonRows(path: string): AsyncGenerator<readonly unknown[]> {
  const names = new Set<string>();
  for await (const row of jsonLines(path)) {
    for (const name of Object.keys(row)) names.add(name);
    if (names.size > MOST_COLUMNS)
      throw new Problem(
        'too-many-columns',
        `The objects have more than ${MOST_COLUMNS} different names, which is the most columns that can be taken.`,
      );
  }
  const columns = [...names];
  yield columns;
  for await (const row of jsonLines(path)) yield columns.map((name) => row[name]);
}
