/** Reads a number as people of a locale type it; what could be two numbers is asked about, never guessed in silence. */

/** How a locale writes numbers. */
export interface NumberMarks {
  readonly decimal: '.' | ',';
  /** Signs between groups of three digits, as they are typed. */
  readonly group: string;
}

/** The marks of a locale; undefined is that of the machine. */
export function numberMarksOf(locale: string | undefined): NumberMarks {
  const parts = new Intl.NumberFormat(locale, { useGrouping: true }).formatToParts(-12345678.9);
  const decimal = parts.find((part) => part.type === 'decimal')?.value === ',' ? ',' : '.';
  return { decimal, group: parts.find((part) => part.type === 'group')?.value ?? '' };
}

export type NumberReading =
  | { readonly kind: 'number'; readonly value: number | null }
  /** It may mean this number, in the way of another locale. */
  | { readonly kind: 'meant'; readonly value: number }
  | { readonly kind: 'none' };

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const MOST_DIGITS = 15;

function readWith(text: string, decimal: string, groups: string): number | undefined {
  const group = groups === '' ? '' : `(?:[${escaped(groups)}]\\d{3})*`;
  const shape = new RegExp(`^([-−]?)(\\d{1,3}${group}|\\d+)(?:${escaped(decimal)}(\\d{1,9}))?$`);
  const found = shape.exec(text);
  if (!found) return undefined;
  const whole = found[2]!.replace(/\D/g, '');
  if (whole.length > MOST_DIGITS) return undefined;
  // Adding 0 makes 0 of a typed "-0".
  return Number(`${found[1] === '' ? '' : '-'}${whole}.${found[3] ?? '0'}`) + 0;
}

/** The number of a text; null for an empty one. Spaces may stand between groups in any locale. */
export function readNumber(text: string, { decimal, group }: NumberMarks): NumberReading {
  const typed = text.trim().replace(/[\u00a0\u202f\u2009]/g, ' ');
  if (typed === '') return { kind: 'number', value: null };
  const own = readWith(typed, decimal, ` '’${group === decimal ? '' : group}`);
  if (own !== undefined) return { kind: 'number', value: own };
  const other = decimal === '.' ? ',' : '.';
  const meant = readWith(typed, other, ` '’${decimal}`);
  return meant === undefined ? { kind: 'none' } : { kind: 'meant', value: meant };
}

/** A step along a range of numbers that leaves about two hundred places, in a round number of the last decimal place at least. */
export function stepAlong(least: number, greatest: number, scale: number): number {
  const finest = Number(`1e-${scale}`);
  const rough = (greatest - least) / 200;
  if (rough <= finest) return finest;
  const power = 10 ** Math.floor(Math.log10(rough));
  const nice = [1, 2, 5, 10].find((factor) => factor * power >= rough)! * power;
  return Math.max(finest, Number(nice.toPrecision(3)));
}
