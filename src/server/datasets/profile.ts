/** Reads a whole file once and finds out what its columns hold. */
import {
  type ColumnProfile,
  DATE_ORDERS,
  type DateOrder,
  type Delimiter,
  type FileProfile,
} from '../../contract/datasets';
import { stat } from 'node:fs/promises';
import type { ColumnType } from '../../core/model/model';
import { looksLikeDate, ownText, readDate, readNumber, readTimestamp } from './cells';
import { keyFor } from './definition';
import { readHeader, readRows } from './textFile';

const COUNTED_VALUES = 20_000;
const PREVIEW_ROWS = 20;
/** A type is found when at least this share of a column's filled cells fits it. */
const ENOUGH = 0.9;
const MOST_CATEGORY_VALUES = 1000;

/** How many filled cells each reading fits. */
class ColumnTally {
  filled = 0;
  blanks = 0;
  readonly days: Record<DateOrder, number> = { iso: 0, dmy: 0, mdy: 0 };
  readonly stamps: Record<DateOrder, number> = { iso: 0, dmy: 0, mdy: 0 };
  readonly numbers = { point: { whole: 0, any: 0, decimals: 0 }, comma: { whole: 0, any: 0, decimals: 0 } };
  leadingZeros = 0;
  private readonly seen = new Map<string, number>();
  private overflowed = false;

  add(raw: string) {
    const text = raw.trim();
    if (text === '') {
      this.blanks++;
      return;
    }
    this.filled++;
    const times = this.seen.get(text);
    if (times !== undefined) this.seen.set(text, times + 1);
    else if (this.seen.size < COUNTED_VALUES) this.seen.set(ownText(text), 1);
    else {
      this.overflowed = true;
      this.weigh(text, 1);
    }
  }

  get distinct(): number | null {
    return this.overflowed ? null : this.seen.size;
  }

  /** Counts in the values that were only remembered so far. */
  finish() {
    for (const [text, times] of this.seen) this.weigh(text, times);
  }

  private weigh(text: string, times: number) {
    const first = text.charCodeAt(0);
    const mayBeNumber = (first >= 48 && first <= 57) || first === 43 || first === 45;
    if (!mayBeNumber) {
      // A date may begin with the name of its month.
      if (text.length <= 24 && looksLikeDate(text, 'mdy') && readDate(text, 'mdy') !== undefined)
        this.days.mdy += times;
      return;
    }
    this.weighDate(text, times);
    this.weighNumber(text, times);
  }

  private weighDate(text: string, times: number) {
    for (const order of DATE_ORDERS) {
      if (looksLikeDate(text, order) && readDate(text, order) !== undefined) this.days[order] += times;
      else if (text.length > 10 && readTimestamp(text, order)) this.stamps[order] += times;
    }
  }

  private weighNumber(text: string, times: number) {
    if (/^[+-]?0\d/.test(text)) this.leadingZeros += times;
    for (const mark of ['point', 'comma'] as const) {
      const number = readNumber(text, mark);
      if (!number || number.digits > 15) continue;
      this.numbers[mark].any += times;
      if (number.decimals === 0) this.numbers[mark].whole += times;
      this.numbers[mark].decimals = Math.max(this.numbers[mark].decimals, number.decimals);
    }
  }
}

/** Progress of a long read. */
export interface Progress {
  readonly rows: number;
  readonly bytes: number;
  readonly refused: number;
}

/** Profiles a file; memory stays bounded. Throws a `Problem` when the file cannot be read as a table. */
export async function profileFile(
  path: string,
  options: { delimiter?: Delimiter; signal?: AbortSignal; onProgress?: (progress: Progress) => void } = {},
): Promise<FileProfile> {
  const { delimiter, names } = await readHeader(path, options.delimiter);
  const tallies = names.map(() => new ColumnTally());
  const preview: string[][] = [];
  let rows = 0;
  let uneven = 0;
  await readRows(
    path,
    delimiter,
    (batch) => {
      for (const row of batch.rows) {
        if (preview.length < PREVIEW_ROWS) preview.push(row);
        rows++;
        if (row.length !== names.length) uneven++;
        else for (let i = 0; i < tallies.length; i++) tallies[i]!.add(row[i]!);
      }
      options.onProgress?.({ rows, bytes: batch.bytesRead, refused: uneven });
    },
    options.signal,
  );
  for (const tally of tallies) tally.finish();
  const notes: string[] = [];
  const unique = uniqueNames(names, notes);
  const commaWins = delimiter === ';' ? 'comma' : 'point';
  const taken = new Set<string>();
  const columns = tallies.map((tally, i) => {
    const key = keyFor(unique[i]!, taken, `column_${i + 1}`);
    taken.add(key);
    return columnProfile(key, unique[i]!, tally, commaWins);
  });
  if (uneven > 0)
    notes.push(
      `${uneven === 1 ? '1 row does' : `${uneven.toLocaleString('en')} rows do`} not have ${names.length} cells and would be refused.`,
    );
  return { delimiter, columns, rows, bytes: (await stat(path)).size, preview, notes };
}

/** Names made unlike each other; says so in the notes. */
function uniqueNames(names: readonly string[], notes: string[]): string[] {
  const seen = new Set<string>();
  return names.map((name, i) => {
    let unique = name === '' ? `Column ${i + 1}` : name;
    if (name === '')
      notes.push(`Column ${i + 1} has no name in the first line; it is called “${unique}” here.`);
    for (let n = 2; seen.has(unique.toLowerCase()); n++) unique = `${name} (${n})`;
    if (name !== '' && unique !== name)
      notes.push(
        `The name “${name}” stands twice in the first line; the later column is called “${unique}” here.`,
      );
    seen.add(unique.toLowerCase());
    return unique;
  });
}

function columnProfile(
  key: string,
  name: string,
  tally: ColumnTally,
  likelyMark: 'point' | 'comma',
): ColumnProfile {
  const { filled, days, stamps, numbers } = tally;
  const needed = Math.max(1, filled * ENOUGH);
  const bestOrder = (fits: Record<DateOrder, number>) =>
    DATE_ORDERS.reduce<DateOrder>((best, order) => (fits[order] > fits[best] ? order : best), 'iso');
  const mark =
    numbers.point.any === numbers.comma.any
      ? likelyMark
      : numbers.point.any > numbers.comma.any
        ? 'point'
        : 'comma';
  const common = { key, name, decimalMark: mark, blanks: tally.blanks, distinct: tally.distinct } as const;
  const other = { scale: 0, dateOrder: 'iso', ambiguousDates: false, category: false } as const;
  const withDates = { iso: days.iso + stamps.iso, dmy: days.dmy + stamps.dmy, mdy: days.mdy + stamps.mdy };
  const order = bestOrder(withDates);
  if (withDates[order] >= needed) {
    const type: ColumnType = stamps[order] > 0 ? 'timestamp' : 'day';
    const ambiguousDates = withDates.dmy === withDates.mdy && withDates.dmy > withDates.iso;
    return {
      ...common,
      ...other,
      type,
      dateOrder: order,
      ambiguousDates,
      misfits: filled - withDates[order],
    };
  }
  const number = numbers[mark];
  if (tally.leadingZeros === 0 && number.whole >= needed && number.whole === number.any) {
    return { ...common, ...other, type: 'whole', misfits: filled - number.whole };
  }
  if (tally.leadingZeros === 0 && number.any >= needed) {
    return {
      ...common,
      ...other,
      type: 'decimal',
      scale: Math.min(number.decimals, 12),
      misfits: filled - number.any,
    };
  }
  const category =
    tally.distinct !== null &&
    tally.distinct <= MOST_CATEGORY_VALUES &&
    tally.distinct <= Math.max(2, filled / 2);
  return { ...common, ...other, type: 'text', category, misfits: 0 };
}
