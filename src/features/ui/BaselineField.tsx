'use client';
/** A field for a baseline phrase: its own words and any period, completed and checked while it is typed. */
import { completePhrase } from '../../core/period/complete';
import { parseBaseline } from '../../core/period/parse';
import { printBaseline } from '../../core/period/print';
import { ErrorPlace } from './ErrorPlace';
import { OfferedText } from './OfferedText';
import type { Offer } from './offers';

/** Baselines that most people want, offered while nothing is typed. */
const COMMON = [
  'previous span',
  'same span 1 year earlier',
  'same span 1 month earlier',
  'same weekdays 1 year earlier',
  'previous span times 3',
];

function offersFor(text: string): Offer[] {
  if (text.trim() === '') return COMMON.map((entry) => ({ text: entry, word: entry }));
  const { from, words } = completePhrase(text, text.length, true);
  return words.map((word) => ({ text: `${text.slice(0, from)}${word}`, word }));
}

function takenBaseline(typed: string): string | undefined {
  const parsed = parseBaseline(typed);
  return parsed.ok ? printBaseline(parsed.phrase) : undefined;
}

function Below({ text, isTyping }: { text: string; isTyping: boolean }) {
  if (text === '') return <span>Such as previous span, same span 1 year earlier, or any period</span>;
  const parsed = parseBaseline(text);
  if (parsed.ok) return isTyping ? <span>Enter takes it</span> : null;
  const { from, to, message } = parsed.error;
  return <ErrorPlace text={text} from={from} to={to} message={message} />;
}

export function BaselineField({
  label,
  value = '',
  onCommit,
}: {
  label: string;
  value?: string;
  onCommit: (text: string) => void;
}) {
  return (
    <OfferedText
      label={label}
      value={value}
      read={parseBaseline}
      taken={takenBaseline}
      offersFor={offersFor}
      isWhole={({ text }) => COMMON.includes(text)}
      below={(text, isTyping) => <Below text={text} isTyping={isTyping} />}
      onCommit={onCommit}
    />
  );
}
