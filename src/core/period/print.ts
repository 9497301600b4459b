import { isoDay, type Day } from '../calendar/day';
import { printDuration, printFixedPeriod } from './fixedPeriod';
import type { Phrase } from './phrase';

/** The canonical text of a phrase; reading it gives the same tree. */
export function printPhrase(phrase: Phrase): string {
  switch (phrase.kind) {
    case 'all':
      return 'all';
    case 'period':
      return printFixedPeriod(phrase.period);
    case 'interval':
      return `${phrase.from ? printFixedPeriod(phrase.from) : '..'}/${phrase.to ? printFixedPeriod(phrase.to) : '..'}`;
    case 'starting':
      return `${printFixedPeriod(phrase.from)}/${printDuration(phrase.duration)}`;
    case 'ending':
      return `${printDuration(phrase.duration)}/${printFixedPeriod(phrase.to)}`;
  }
}

/** The phrase text of the days from `start` to `end` (inclusive; infinite ends are open). */
export function intervalText(start: Day, end: Day): string {
  if (start === -Infinity && end === Infinity) return 'all';
  if (start === end) return isoDay(start);
  return `${start === -Infinity ? '..' : isoDay(start)}/${end === Infinity ? '..' : isoDay(end)}`;
}
