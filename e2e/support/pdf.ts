/** What a PDF file holds, as Debian's poppler reads it. */
import { execFileSync } from 'node:child_process';
import { writeTestFile } from './application';

const read = (program: string, args: readonly string[]) =>
  execFileSync(program, args, { maxBuffer: 200 * 1024 ** 2 });

/** The words, in the order in which they are read. */
export const pdfText = (pdf: Buffer): string =>
  read('pdftotext', ['-layout', writeTestFile('read.pdf', pdf), '-']).toString('utf8');

/** The sizes of its sheets in points. */
export function pdfSheets(pdf: Buffer): { readonly width: number; readonly height: number }[] {
  const text = read('pdfinfo', ['-l', '100', writeTestFile('read.pdf', pdf)]).toString('utf8');
  return [...text.matchAll(/^Page\s+\d+ size:\s+([\d.]+) x ([\d.]+) pts/gm)].map((found) => ({
    width: Number(found[1]),
    height: Number(found[2]),
  }));
}

/** How many different colours a sheet (from 1) has, drawn small. */
export function coloursOnSheet(pdf: Buffer, sheet: number): number {
  const ppm = read('pdftoppm', [
    '-r',
    '40',
    '-f',
    `${sheet}`,
    '-l',
    `${sheet}`,
    writeTestFile('read.pdf', pdf),
  ]);
  const [, width, height] = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(ppm.subarray(0, 60).toString('latin1')) ?? [];
  const from = ppm.length - Number(width) * Number(height) * 3;
  const colours = new Set<number>();
  for (let at = from; at < ppm.length; at += 3) colours.add(ppm.readUIntBE(at, 3));
  return colours.size;
}
