'use client';
/** A field for a text of a small language: completion, errors underlined in their place, taken on Enter or leaving. */
import { useMemo, useState, type ReactNode } from 'react';
import type { Parsed } from '../../core/period/phrase';
import { phraseStyle } from '../../theme/roles';
import { OfferField } from './OfferField';
import type { Offer } from './offers';

export interface OfferedTextProps {
  readonly label: string;
  readonly value: string;
  /** Reads what is typed; an empty value is no error. */
  readonly read: (text: string) => Parsed<unknown>;
  /** The text that is taken for what was typed; undefined where it cannot be read. */
  readonly taken: (text: string) => string | undefined;
  readonly offersFor: (text: string) => Offer[];
  /** Whether an offer is a whole text, and not a word of one. */
  readonly isWhole: (offer: Offer) => boolean;
  readonly below: (text: string, isTyping: boolean) => ReactNode;
  readonly onCommit: (text: string) => void;
}

const INPUT_STYLE = { ...phraseStyle, lineHeight: '20px', padding: 0 };

export function OfferedText({
  label,
  value,
  read,
  taken,
  offersFor,
  isWhole,
  below,
  onCommit,
}: OfferedTextProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const isRight = useMemo(
    () => (draft === null && value === '') || read(text).ok,
    [draft, value, text, read],
  );
  const offers = useMemo(() => (draft === null ? [] : offersFor(draft)), [draft, offersFor]);
  const commit = (typed: string) => {
    const next = taken(typed);
    if (next === undefined) return;
    if (next !== value) onCommit(next);
    setDraft(null);
  };
  return (
    <OfferField
      openOnFocus
      label={label}
      value={value}
      text={text}
      offers={offers}
      isRight={isRight}
      inputStyle={INPUT_STYLE}
      helperText={below(text, draft !== null)}
      onType={setDraft}
      onChoose={(chosen) => {
        if (typeof chosen === 'string') {
          commit(chosen);
          return;
        }
        // What was used before is taken whole; a word leaves the field open for the next one.
        if (isWhole(chosen)) commit(chosen.text);
        else setDraft(chosen.text);
      }}
      onBlur={() => {
        if (draft !== null && isRight) commit(draft);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}
