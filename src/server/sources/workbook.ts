/** Workbooks: their sheets, and the rows of one of them. */
import ExcelJS from 'exceljs';
import yauzl from 'yauzl';
import { Problem } from '../problem';

/** A workbook unpacks to no more than this; a sheet of a million rows takes about half of it. */
const MOST_UNPACKED = 1024 ** 3;
/** Its list of texts is held in memory while its rows are read. */
const MOST_TEXTS = 256 * 1024 ** 2;
/** Rows of a real sheet unpack to perhaps fifty times their size, made-up ones to a thousand. */
const MOST_RATIO = 200;
/** Below this a ratio says nothing. */
const SMALL = 20 * 1024 ** 2;

const tooLarge = (what: string) =>
  new Problem(
    'workbook-too-large',
    `${what}, which is more than a workbook can be read with. Save the table as CSV.`,
    413,
  );

export const badWorkbook = (error: unknown): Problem =>
  error instanceof Problem
    ? error
    : new Problem('bad-workbook', `This is not a workbook that can be read: ${(error as Error).message}.`);

const megabytes = (bytes: number) => `${Math.round(bytes / 1024 ** 2).toLocaleString('en')} MB`;

/** Refuses a workbook whose parts unpack to more than can be read, before anything is unpacked. */
export async function checkSizes(path: string): Promise<void> {
  let packed = 0;
  let unpacked = 0;
  for (const entry of await partsOf(path)) {
    packed += entry.compressedSize;
    unpacked += entry.uncompressedSize;
    if (/sharedStrings/i.test(entry.fileName) && entry.uncompressedSize > MOST_TEXTS)
      throw tooLarge(`Its texts take ${megabytes(entry.uncompressedSize)}`);
  }
  if (unpacked > MOST_UNPACKED || (unpacked > SMALL && unpacked > packed * MOST_RATIO))
    throw tooLarge(`It unpacks to ${megabytes(unpacked)}`);
}

function partsOf(path: string): Promise<yauzl.Entry[]> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: false }, (error, archive) => {
      if (error) {
        reject(badWorkbook(error));
        return;
      }
      const parts: yauzl.Entry[] = [];
      archive.on('entry', (entry: yauzl.Entry) => parts.push(entry));
      archive.once('end', () => resolve(parts));
      archive.once('error', (problem: Error) => reject(badWorkbook(problem)));
    });
  });
}

/** Names of a workbook's sheets. */
export async function sheetsOf(path: string): Promise<string[]> {
  await checkSizes(path);
  const read = async () => {
    const names: string[] = [];
    for await (const sheet of workbookReader(path)) {
      names.push(nameOf(sheet));
      // A sheet that is not read leaves a file open that the reader has taken away by then.
      await skip(sheet);
    }
    return names;
  };
  try {
    // The reader can miss the list of sheets when the file is read faster than it listens: it is asked once more then.
    const found = await read().catch((error: unknown) => {
      if (error instanceof TypeError) return read();
      throw error;
    });
    if (found.length === 0) throw new Error('it has no sheet');
    return found;
  } catch (error) {
    throw badWorkbook(error);
  }
}

const workbookReader = (path: string) =>
  new ExcelJS.stream.xlsx.WorkbookReader(path, {
    worksheets: 'emit',
    sharedStrings: 'cache',
    styles: 'cache',
    hyperlinks: 'ignore',
    entries: 'emit',
  });
/** Reads a sheet to its end. */
async function skip(sheet: AsyncIterable<unknown>): Promise<void> {
  const rows = sheet[Symbol.asyncIterator]();
  while (!(await rows.next()).done);
}
const nameOf = (sheet: unknown) => (sheet as { name: string }).name;

/** What a cell of a workbook shows: of a formula its result, of rich text the text. */
function workbookCell(value: ExcelJS.CellValue): unknown {
  if (value === null || typeof value !== 'object' || value instanceof Date) return value;
  if ('result' in value) return workbookCell(value.result ?? null);
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  if ('text' in value) return value.text;
  if ('error' in value) return value.error;
  return null;
}

/** The rows of a sheet, the first one when none is named; short rows are filled up to the width of the first. */
export async function* workbookRows(
  path: string,
  wanted: string | undefined,
): AsyncGenerator<readonly unknown[]> {
  let width = 0;
  for await (const sheet of workbookReader(path)) {
    if (wanted !== undefined && nameOf(sheet) !== wanted) {
      await skip(sheet);
      continue;
    }
    for await (const row of sheet) {
      const cells = (row.values as ExcelJS.CellValue[]).slice(1).map(workbookCell);
      if (width === 0) width = cells.length;
      while (cells.length < width) cells.push('');
      yield cells;
    }
    return;
  }
}
