import type { CalendarRule } from '../calendar/rule';
import { ALL_DAYS, type DayRuns } from '../calendar/runs';
import { daysOfFixedPeriod, isKnownDay, shiftByDuration } from './fixedPeriod';
import { parsePhrase, phraseError } from './parse';
import type { Phrase, PhraseError, PhraseErrorCode } from './phrase';
import { printPhrase } from './print';

/** What a phrase is read against. */
export interface PeriodContext {
  readonly rule: CalendarRule;
}

/** The window asked for, as day runs (open ends infinite), or what is wrong. */
export type Resolved =
  { readonly ok: true; readonly runs: DayRuns } | { readonly ok: false; readonly error: PhraseError };

/** The days a phrase asks for. Pure: the same phrase and context give the same days. */
export function resolvePhrase(phrase: Phrase, context: PeriodContext): Resolved {
  const failed = (code: PhraseErrorCode): Resolved => {
    const text = printPhrase(phrase);
    return { ok: false, error: phraseError(code, text, 0, text.length) };
  };
  if (phrase.kind === 'all') return { ok: true, runs: ALL_DAYS };
  const ends = endsOf(phrase, context.rule);
  if (!ends) return failed('out-of-range');
  if (ends.start > ends.end) return failed('reversed');
  return { ok: true, runs: [ends] };
}

function endsOf(phrase: Exclude<Phrase, { kind: 'all' }>, rule: CalendarRule) {
  switch (phrase.kind) {
    case 'period':
      return daysOfFixedPeriod(phrase.period, rule);
    case 'interval': {
      const from = phrase.from ? daysOfFixedPeriod(phrase.from, rule) : { start: -Infinity };
      const to = phrase.to ? daysOfFixedPeriod(phrase.to, rule) : { end: Infinity };
      return from && to && { start: from.start, end: to.end };
    }
    case 'starting': {
      const from = daysOfFixedPeriod(phrase.from, rule);
      if (!from) return undefined;
      const end = shiftByDuration(from.start, phrase.duration, 1) - 1;
      return isKnownDay(end) ? { start: from.start, end } : undefined;
    }
    case 'ending': {
      const to = daysOfFixedPeriod(phrase.to, rule);
      if (!to) return undefined;
      const start = shiftByDuration(to.end, phrase.duration, -1) + 1;
      return isKnownDay(start) ? { start, end: to.end } : undefined;
    }
  }
}

/** Reads and resolves a phrase text. */
export function resolveText(text: string, context: PeriodContext): Resolved {
  const parsed = parsePhrase(text);
  return parsed.ok ? resolvePhrase(parsed.phrase, context) : parsed;
}
