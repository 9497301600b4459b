'use client';
/** A period of the designer's: a named one of the model, or a phrase, or two ends; with its days now and in a month. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { NamedPeriod } from '../../core/model/model';
import { closedEnds } from '../../core/period/ends';
import { parsePhrase } from '../../core/period/parse';
import { staysFixed } from '../../core/period/phrase';
import type { PeriodContext } from '../../core/period/point';
import { resolvedWords, wordsInAMonth } from '../../core/period/resolvedWords';
import { resolveText } from '../../core/period/resolve';
import { EndsEditor } from './EndsEditor';
import { NamedPeriodChoice, type ChosenPeriod } from './NamedPeriodChoice';
import { PhraseField } from './PhraseField';

export function PeriodSetting({
  label,
  value,
  known,
  context,
  words,
  onChange,
}: {
  label: string;
  value: ChosenPeriod;
  /** The named periods that there are. */
  known: readonly NamedPeriod[];
  context: PeriodContext;
  /** The sentence on its days now and in a month. */
  words: (now: string, later: string) => string;
  onChange: (value: ChosenPeriod) => void;
}) {
  const [isSettingEnds, setSettingEnds] = useState(false);
  const { phrase } = value;
  const parsed = parsePhrase(phrase);
  const resolved = resolveText(phrase, context);
  const now = resolvedWords(resolved, context.rule);
  const later = wordsInAMonth(phrase, context);
  const isFixed = parsed.ok && staysFixed(parsed.phrase);
  const own = (text: string) => onChange({ phrase: text, named: null });
  return (
    <>
      <NamedPeriodChoice label={label} value={value} known={known} onChange={onChange} />
      <PhraseField label={label} value={phrase} context={context} onCommit={own} />
      <Button onClick={() => setSettingEnds(!isSettingEnds)} aria-expanded={isSettingEnds} sx={{ py: 0 }}>
        {isSettingEnds ? 'Close the ends' : 'Set each end by itself'}
      </Button>
      {isSettingEnds && (
        <EndsEditor
          text={phrase}
          rule={context.rule}
          days={closedEnds(resolved.ok ? resolved.runs : [], context.data, context.today)}
          onChange={own}
        />
      )}
      <Typography variant="body2" color="textSecondary">
        {words(now, later === now ? 'the same' : later)}
      </Typography>
      {isFixed && (
        <Typography variant="body2" color="warning" role="note">
          These days stay as they are: the dashboard will grow old. A rolling period, such as last 3 full
          months, moves on by itself.
        </Typography>
      )}
    </>
  );
}
