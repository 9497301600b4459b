'use client';
/** A field for a period phrase: completion, errors underlined in their place, its days at once. */
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { completePhrase } from '../../core/period/complete';
import type { Parsed } from '../../core/period/phrase';
import type { PeriodContext } from '../../core/period/point';
import { printPhrase } from '../../core/period/print';
import { parsePhrase } from '../../core/period/parse';
import { resolvePhrase } from '../../core/period/resolve';
import { suggestPhrase } from '../../core/period/suggest';
import { phraseStyle } from '../../theme/roles';
import { ErrorPlace } from './ErrorPlace';
import { OFFER_FIELD, type Offer } from './offers';
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

const INPUT_STYLE = { ...phraseStyle, lineHeight: '20px', padding: 0 };

export function PhraseField({ label, value, context, history = [], onCommit }: PhraseFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const parsed = useMemo(() => parsePhrase(text), [text]);
  const offers = useMemo(() => (draft === null ? [] : offersFor(draft, history)), [draft, history]);
  const commit = (typed: string) => {
    const read = parsePhrase(suggestPhrase(typed) ?? typed);
    if (!read.ok) return;
    const next = printPhrase(read.phrase);
    if (next !== value) onCommit(next);
    setDraft(null);
  };
  return (
    <Autocomplete
      {...OFFER_FIELD}
      openOnFocus
      options={offers}
      inputValue={text}
      onInputChange={(_, next, reason) => reason === 'input' && setDraft(next)}
      value={value}
      onChange={(_, chosen) => {
        if (typeof chosen === 'string') return commit(chosen);
        // A phrase used before is taken whole; a word leaves the field open for the next one.
        if (chosen.text === chosen.word && history.includes(chosen.text)) commit(chosen.text);
        else setDraft(chosen.text);
      }}
      onBlur={() => {
        if (draft !== null && parsed.ok) commit(draft);
      }}
      renderInput={(params) => (
        <TextField
          {...params}
          margin="dense"
          label={label}
          error={!parsed.ok}
          helperText={<Below text={text} parsed={parsed} isTyping={draft !== null} context={context} />}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setDraft(null);
          }}
          slotProps={{
            ...params.slotProps,
            inputLabel: { ...params.slotProps.inputLabel, shrink: true },
            htmlInput: {
              ...params.slotProps.htmlInput,
              spellCheck: false,
              style: INPUT_STYLE,
              'aria-invalid': !parsed.ok,
            },
          }}
        />
      )}
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
