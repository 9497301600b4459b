/** How this browser's reader wants numbers and days written; kept in this browser. */
import { chooseLocale, DATE_STYLES, isLocale, type DateStyle, type Locale } from '../../core/locale';

/** What was chosen; empty: as the browser has it. */
export interface LocaleChoice {
  /** BCP 47 tag by which numbers are written and typed days are read; empty: the browser's. */
  readonly tag: string;
  readonly dates: DateStyle;
}

const SETTING = 'dathen-locale';
const AS_BROWSER: LocaleChoice = { tag: '', dates: 'day first' };

/** The browser's own tag; that of English where there is none. */
export const browserTag = (): string =>
  typeof navigator === 'undefined' ? 'en' : navigator.language || 'en';

/** What was chosen in this browser; as the browser has it where nothing was, or where it cannot be read. */
export function localeChoice(): LocaleChoice {
  if (typeof localStorage === 'undefined') return AS_BROWSER;
  const [dates = '', tag = ''] = (localStorage.getItem(SETTING) ?? '').split(' ');
  const style = DATE_STYLES.find((entry) => entry.replace(' ', '-') === dates);
  return { tag: isLocale(tag) ? tag : '', dates: style ?? AS_BROWSER.dates };
}

export function keepLocaleChoice({ tag, dates }: LocaleChoice): void {
  localStorage.setItem(SETTING, `${dates.replace(' ', '-')} ${tag}`);
}

/** How numbers and days are to be written in this browser. */
export function ownLocale(): Locale {
  const choice = localeChoice();
  return { numbers: choice.tag || browserTag(), dates: choice.dates };
}

/** Writes numbers and days as this browser's reader wants them from now on; on a server nothing is changed. */
export function applyOwnLocale(): void {
  if (typeof window !== 'undefined') chooseLocale(ownLocale());
}
