/** Cells of rows as they are read. */
import { cellWords } from './RowGrid';

test.each([
  ['whole', 0, 12345, '12,345'],
  ['decimal', 2, '12345.6', '12,345.60'],
  ['text', 0, '0012', '0012'],
  ['day', 0, '2026-06-03', '3 Jun 2026'],
  ['timestamp', 0, '2026-06-03 07:05:09.000', '3 Jun 2026, 07:05:09'],
  ['timestamp', 0, '2026-06-03 07:05:09.250', '3 Jun 2026, 07:05:09.250'],
  ['day', 0, 'no day', 'no day'],
  ['day', 0, null, '–'],
] as const)('of type %s', (type, scale, value, words) => {
  expect(cellWords(value, { type, scale })).toBe(words);
});
