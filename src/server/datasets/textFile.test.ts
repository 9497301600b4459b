import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import fc from 'fast-check';
import Papa from 'papaparse';
import { readHeader, readRows, type RowBatch } from './textFile';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-text-'));
const file = path.join(folder, 'rows.csv');
jest.setTimeout(30_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function rowsOf(text: string): Promise<RowBatch[]> {
  writeFileSync(file, text);
  const batches: RowBatch[] = [];
  await readRows(file, ',', (batch) => void batches.push(batch));
  return batches;
}
const all = (batches: readonly RowBatch[]) => batches.flatMap((batch) => batch.rows);

describe('reading rows', () => {
  test('gives back what was written, whatever the cells hold and the lines end with', async () => {
    const cell = fc.oneof(
      fc.constantFrom('', 'plain', 'a,b', 'say "so"', 'two\nlines', ' padded ', 'Ærø – ☃'),
      fc.string({ maxLength: 12 }).filter((text) => !text.includes('\r')),
    );
    const table = fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 30 });
    await fc.assert(
      fc.asyncProperty(table, fc.constantFrom('\n', '\r\n'), fc.boolean(), async (rows, newline, bom) => {
        const text = Papa.unparse([['a', 'b', 'c'], ...rows], { newline, quotes: true });
        expect(all(await rowsOf(`${bom ? '\ufeff' : ''}${text}${newline}`))).toEqual(rows);
      }),
      { numRuns: 60 },
    );
  });

  test('a row, a quoted cell and a character may lie across chunks', async () => {
    const rows = Array.from({ length: 9000 }, (_, i) => [`row ${i} ☃`, `line\nof ${'é'.repeat(i % 50)}`]);
    const text = Papa.unparse([['a', 'b'], ...rows], { newline: '\r\n' });
    expect(text.length).toBeGreaterThan(300_000);
    const batches = await rowsOf(text);
    expect(all(batches)).toEqual(rows);
    const lines = batches.flatMap((batch) => batch.lines);
    expect(lines[0]).toBe(2);
    expect(lines[1000]).toBe(2 + 2 * 1000);
  });

  test('lines may end in both ways in one file, or with a carriage return alone', async () => {
    expect(all(await rowsOf('a,b\r\n1,2\n3,"4"\r\n\n5,6'))).toEqual([
      ['1', '2'],
      ['3', '4'],
      ['5', '6'],
    ]);
    expect(all(await rowsOf('a,b\r1,2\r3,4\r'))).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
  });

  test('the file waits while a batch is worked on', async () => {
    writeFileSync(file, `a,b\n${'some words,others\n'.repeat(200_000)}`);
    let rows = 0;
    let farthest = 0;
    await readRows(file, ',', async (batch) => {
      const taken = rows * 18;
      rows += batch.rows.length;
      farthest = Math.max(farthest, batch.bytesRead - taken);
      if (rows % 7 === 0) await pause(1);
    });
    expect(rows).toBe(200_000);
    expect(farthest).toBeLessThan(256 * 1024);
  });

  test('a quotation mark that is never closed is told, and reading stops when asked', async () => {
    await expect(rowsOf(`a,b\n1,2\n"open,${'x'.repeat(9_000_000)}`)).rejects.toMatchObject({
      code: 'quote-never-closed',
      message: expect.stringContaining('line 3') as string,
    });
    writeFileSync(file, `a\n${'word\n'.repeat(100_000)}`);
    const stop = new AbortController();
    await expect(readRows(file, ',', () => stop.abort(), stop.signal)).rejects.toMatchObject({
      code: 'cancelled',
    });
  });

  test('the header tells the separator', async () => {
    writeFileSync(file, '\ufeffday;who\n2025-01-01;"a;b"\n2025-01-02;c, d\n');
    expect(await readHeader(file)).toEqual({ delimiter: ';', names: ['day', 'who'] });
  });
});
