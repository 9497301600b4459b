'use client';
/** The phrase box: any phrase, typed. */
import { useState } from 'react';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { PhraseBox } from '../../../core/dashboard/document/document';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { PhraseField } from '../../ui/PhraseField';
import { rememberedPhrases, rememberPhrase } from './phraseHistory';
import { usePeriod } from '../usePeriod';

export function PhraseBoxControl({ control, answer }: { control: PhraseBox; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const [history, setHistory] = useState(rememberedPhrases);
  return (
    <div
      style={{
        display: 'flex',
        flexDirection: 'column',
        height: '100%',
        gap: 4,
        minHeight: 0,
        overflowY: 'auto',
      }}
    >
      <NarrowHead period={period} />
      {period.resolved.ok && <PeriodProblem period={period} />}
      <PhraseField
        label={`${period.title}, phrase`}
        value={period.text}
        context={answer.context}
        history={history}
        onCommit={(text) => {
          setHistory(rememberPhrase(text));
          period.set(text);
        }}
      />
      <HeldChanges id={control.id} />
    </div>
  );
}
