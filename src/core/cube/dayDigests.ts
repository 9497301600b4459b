/** By day, what is the same for the same rows in any order: whether a day holds other rows than before. */
import type { Day } from '../calendar/day';
import type { ColumnBatch } from './columnRows';
import { BLANK_DAY } from './cube';

/** A column that is looked at; of texts, the different values in the order of their codes. */
export type DigestColumn =
  | { readonly kind: 'days' | 'numbers'; readonly name: string }
  | { readonly kind: 'texts'; readonly name: string; readonly values: readonly string[] };

/** Two hashes of a row, so that rows that differ are as good as never taken for the same. */
const SEEDS = [0x2545f491, 0x51ed270b] as const;

const BLANK_TEXT = 0;
/** A number that is not there; as good as no number has it. */
const BLANK_NUMBER = 0x7fc00000;

/** Adds up hashes of the rows of each day; sums of whole rows do not depend on their order. */
export class DayDigests {
  private readonly rows: Float64Array;
  private readonly sums: readonly Uint32Array[];
  /** Of each text column, the hash of each code. */
  private readonly texts: readonly (Uint32Array | null)[];

  /** For days from a first to a last one, both inclusive. */
  constructor(
    private readonly day: string,
    private readonly columns: readonly DigestColumn[],
    private readonly first: Day,
    last: Day,
  ) {
    const days = Math.max(0, last - first + 1);
    this.rows = new Float64Array(days);
    this.sums = SEEDS.map(() => new Uint32Array(days));
    this.texts = columns.map((column) =>
      column.kind === 'texts' ? Uint32Array.from([BLANK_TEXT, ...column.values.map(textHash)]) : null,
    );
  }

  add(batch: ColumnBatch): void {
    const days = batch.days(this.day);
    const hashes = SEEDS.map((seed) => new Uint32Array(batch.rows).fill(seed));
    const cells = new Uint32Array(batch.rows);
    for (const [c, column] of this.columns.entries()) {
      hashCells(cells, batch, column, this.texts[c]!);
      for (const own of hashes) mixInto(own, cells);
    }
    addOnes(this.rows, days, this.first);
    for (const [s, own] of hashes.entries()) addHashes(this.sums[s]!, days, this.first, own);
  }

  /** Of each day that has rows. */
  byDay(): Map<Day, string> {
    const found = new Map<Day, string>();
    this.rows.forEach((count, at) => {
      if (count > 0) found.set(this.first + at, [count, ...this.sums.map((sums) => sums[at])].join('/'));
    });
    return found;
  }
}

/** Writes a hash of each cell of a column. */
function hashCells(
  cells: Uint32Array,
  batch: ColumnBatch,
  { kind, name }: DigestColumn,
  texts: Uint32Array | null,
): void {
  if (kind === 'texts') hashTexts(cells, batch.codes(name), texts!);
  else if (kind === 'days') cells.set(batch.days(name));
  else hashNumbers(cells, batch.numbers(name));
}

function hashTexts(cells: Uint32Array, codes: Uint32Array, texts: Uint32Array): void {
  for (let row = 0; row < codes.length; row++) cells[row] = texts[codes[row]!]!;
}

/** Of whole numbers up to 2^53: what is above the lower half counts too. */
function hashNumbers(cells: Uint32Array, values: Float64Array): void {
  for (let row = 0; row < values.length; row++) {
    const value = values[row]!;
    const above = Math.floor(value / 2 ** 32);
    cells[row] = Number.isNaN(value)
      ? BLANK_NUMBER
      : (value - above * 2 ** 32) ^ Math.imul(above, 0x9e3779b1);
  }
}

function addOnes(rows: Float64Array, days: Int32Array, first: Day): void {
  for (const day of days) if (day !== BLANK_DAY) rows[day - first]! += 1;
}

/** Sums are those of whole numbers modulo 2^32. */
function addHashes(sums: Uint32Array, days: Int32Array, first: Day, hashes: Uint32Array): void {
  for (let row = 0; row < days.length; row++)
    if (days[row] !== BLANK_DAY) sums[days[row]! - first]! += hashes[row]!;
}

/** Takes a cell into the hash of each row; by the finish of MurmurHash3, after which every bit counts for every other. */
function mixInto(hashes: Uint32Array, cells: Uint32Array): void {
  for (let row = 0; row < hashes.length; row++) {
    let hash = hashes[row]! ^ cells[row]!;
    hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
    hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
    hashes[row] = hash ^ (hash >>> 16);
  }
}

/** FNV-1a over the UTF-16 units of a text. */
function textHash(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}
