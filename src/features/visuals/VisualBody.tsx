'use client';
/** What a visual shows for its answer: the picture, or why there is none and what to do. */
import Typography from '@mui/material/Typography';
import type { Visual } from '../../core/dashboard/document/document';
import type { VisualAnswer } from '../../core/dashboard/turn/answer';
import { useTitle } from '../workspace/workspace';
import { Centred } from './Centred';
import { EmptyBody } from './EmptyBody';
import { viewOf } from './kinds';

export function VisualBody({ visual, answer }: { visual: Visual; answer: VisualAnswer | undefined }) {
  const title = useTitle(visual);
  if (!answer || answer.kind === 'elsewhere') {
    return (
      <Centred>
        <Typography color="textSecondary">Reading…</Typography>
      </Centred>
    );
  }
  if (answer.kind === 'broken') {
    return (
      <Centred alert>
        <Typography color="warning">{answer.message}</Typography>
      </Centred>
    );
  }
  if (answer.kind === 'empty') return <EmptyBody answer={answer} />;
  const { Body } = viewOf(visual);
  return <Body visual={visual} answer={answer} title={title} />;
}
