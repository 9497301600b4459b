/**
 * How numbers and days are written. Words are English everywhere; decimal marks, groups and the order of dates are those of
 * the person who reads. A page and its worker choose once, before anything is written; a server never does.
 */

/** "3 Mar 2025", "Mar 3, 2025", "2025-03-03". */
export const DATE_STYLES = ['day first', 'month first', 'year first'] as const;
export type DateStyle = (typeof DATE_STYLES)[number];

export interface Locale {
  /** BCP 47 tag by whose marks numbers are written. */
  readonly numbers: string;
  readonly dates: DateStyle;
}

let current: Locale = { numbers: 'en', dates: 'day first' };
let formats = new Map<string, Intl.NumberFormat>();

/** How numbers and days are written now. */
export const currentLocale = (): Locale => current;

/** Writes numbers and days in this way from now on; a tag that is none leaves numbers as they are. */
export function chooseLocale({ numbers, dates }: Locale): void {
  current = { numbers: isLocale(numbers) ? numbers : current.numbers, dates };
  formats = new Map();
}

/** Whether a text is the tag of a locale. */
export function isLocale(tag: string): boolean {
  try {
    return tag !== '' && Intl.getCanonicalLocales(tag).length === 1;
  } catch {
    return false;
  }
}

export interface NumberStyle {
  /** Digits after the decimal mark; at least 0, at most 3 unless told. */
  readonly least?: number;
  readonly most?: number;
  /** "1.2m" in the place of "1,200,000". */
  readonly isShort?: boolean;
}

/** Number formats are kept: making one costs far more than using it. */
function formatFor({
  least = 0,
  most = Math.max(least, 3),
  isShort = false,
}: NumberStyle): Intl.NumberFormat {
  const key = `${least} ${most} ${isShort}`;
  let format = formats.get(key);
  if (!format) {
    // "1.2M" is written by English rules: other languages write words after the digits.
    format = new Intl.NumberFormat(isShort ? 'en' : current.numbers, {
      minimumFractionDigits: least,
      maximumFractionDigits: most,
      numberingSystem: 'latn',
      ...(isShort ? { notation: 'compact' as const } : {}),
    });
    formats.set(key, format);
  }
  return format;
}

/** The decimal mark that numbers are written with. */
const decimalMark = (): string =>
  formatFor({ least: 1, most: 1 })
    .formatToParts(0.5)
    .find((part) => part.type === 'decimal')?.value ?? '.';

/** A number with the marks of the locale: "1,234.5". */
export function numberWords(value: number, style: NumberStyle = {}): string {
  const text = formatFor(style).format(value);
  return style.isShort ? text.toLowerCase().replace('.', decimalMark()) : text;
}

/** A date of its parts, each as it is to be written: "3 Mar 2025"; without a year where that is empty. */
export function dateWords(
  day: number,
  month: { readonly name: string; readonly number: number },
  year: string,
): string {
  const two = (value: number) => String(value).padStart(2, '0');
  switch (current.dates) {
    case 'day first':
      return [`${day} ${month.name}`, year].filter((part) => part !== '').join(' ');
    case 'month first':
      return [`${month.name} ${day}`, year].filter((part) => part !== '').join(', ');
    case 'year first':
      return [year === '' ? '' : year.padStart(4, '0'), two(month.number), two(day)]
        .filter((part) => part !== '')
        .join('-');
  }
}

/** So many of something, by its name for one: “1 wire”, “1,204 wires”. */
export const plural = (count: number, one: string): string =>
  `${numberWords(count)} ${one}${count === 1 ? '' : 's'}`;
