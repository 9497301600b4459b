'use client';
/** What a control shows for its answer. */
import Typography from '@mui/material/Typography';
import type { Control } from '../../core/dashboard/document/document';
import { isWaiting } from '../workspace/answersStore';
import { useAnswers, useControlAnswer, useTitle } from '../workspace/workspace';
import { viewOf } from './kinds';

export function ControlBody({ control }: { control: Control }) {
  const answer = useControlAnswer(control.id);
  const waiting = useAnswers((state) => isWaiting(state, control.id));
  const title = useTitle(control);
  if (!answer) return <Typography color="textSecondary">{title} · reading…</Typography>;
  if (answer.kind === 'broken') return <Typography color="warning">{answer.message}</Typography>;
  if (answer.kind === 'hidden')
    return (
      <Typography color="textSecondary">
        {title} · hidden now, and without effect: another control decides when it shows
      </Typography>
    );
  const { Body } = viewOf(control);
  return (
    <div
      data-waiting={waiting || undefined}
      style={{ height: '100%', minHeight: 0, opacity: waiting ? 0.6 : 1 }}
    >
      <Body control={control} title={title} answer={answer} />
    </div>
  );
}
