'use client';
/** A field for a period phrase: completion, errors underlined in their place, its days at once. */
import { completePhrase } from '../../core/period/complete';
import type { Parsed } from '../../core/period/phrase';
import type { PeriodContext } from '../../core/period/point';
import { printPhrase } from '../../core/period/print';
import { parsePhrase } from '../../core/period/parse';
import { resolvePhrase } from '../../core/period/resolve';
import { suggestPhrase } from '../../core/period/suggest';
import { ErrorPlace } from './ErrorPlace';
import { OfferedText } from './OfferedText';
import type { Offer } from './offers';
import { resolvedWords } from '../../core/period/resolvedWords';

export interface PhraseFieldProps {
  readonly label: string;
  readonly value: string;
  readonly context: PeriodContext;
  /** Phrases used before, offered while the field is empty. */
  readonly history?: readonly string[];
  readonly onCommit: (text: string) => void;
}

function offersFor(text: string, history: readonly string[]): Offer[] {
  if (text.trim() === '' && history.length > 0) return history.map((entry) => ({ text: entry, word: entry }));
  const { from, words } = completePhrase(text, text.length);
  return words.map((word) => ({ text: `${text.slice(0, from)}${word}`, word }));
}

/** The canonical text of what was typed, or of what was meant by it. */
function takenPhrase(typed: string): string | undefined {
  const parsed = parsePhrase(suggestPhrase(typed) ?? typed);
  return parsed.ok ? printPhrase(parsed.phrase) : undefined;
}

export function PhraseField({ label, value, context, history = [], onCommit }: PhraseFieldProps) {
  return (
    <OfferedText
      label={label}
      value={value}
      read={parsePhrase}
      taken={takenPhrase}
      offersFor={(text) => offersFor(text, history)}
      isWhole={({ text, word }) => text === word && history.includes(text)}
      below={(text, isTyping) => (
        <Below text={text} parsed={parsePhrase(text)} isTyping={isTyping} context={context} />
      )}
      onCommit={onCommit}
    />
  );
}

/** The days of the phrase, or the error with its place underlined. */
function Below({
  text,
  parsed,
  isTyping,
  context,
}: {
  text: string;
  parsed: Parsed;
  isTyping: boolean;
  context: PeriodContext;
}) {
  if (parsed.ok) {
    return (
      <span>
        {resolvedWords(resolvePhrase(parsed.phrase, context), context.rule)}
        {isTyping ? ' · Enter takes it' : ''}
      </span>
    );
  }
  const { from, to, message } = parsed.error;
  const meant = suggestPhrase(text);
  return (
    <ErrorPlace
      text={text}
      from={from}
      to={to}
      message={meant === undefined ? message : `Did you mean “${meant}”? Enter takes it.`}
    />
  );
}
