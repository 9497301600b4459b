'use client';
/** What a visual shows for its answer: the picture, or why there is none and what to do. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { dayWords, unitText, windowWords } from '../../core/calendar/names';
import type { Visual } from '../../core/dashboard/document';
import { measureOf } from '../../core/dashboard/model';
import { titleOf } from '../../core/dashboard/title';
import type { EmptyAnswer, VisualAnswer } from '../../core/dashboard/answers';
import { EMPTY_WORDS } from '../controls/usePeriod';
import { useAnswers, useDocument, useWorkspace } from '../dashboard/workspace';
import { runsWords } from '../../core/period/describe';
import { BarVisual } from './BarVisual';
import { LineVisual } from './LineVisual';
import { TableVisual } from './TableVisual';

function Centred({ children, alert = false }: { children: ReactNode; alert?: boolean }) {
  return (
    <div
      role={alert ? 'alert' : 'status'}
      style={{
        height: '100%',
        display: 'flex',
        flexDirection: 'column',
        gap: 8,
        alignItems: 'center',
        justifyContent: 'center',
        textAlign: 'center',
        padding: 8,
      }}
    >
      {children}
    </div>
  );
}

export function VisualBody({ visual, answer }: { visual: Visual; answer: VisualAnswer | undefined }) {
  const { model } = useWorkspace();
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
  const title = titleOf(visual, model);
  if (answer.kind === 'table')
    return visual.kind === 'table' ? <TableVisual table={visual} answer={answer} title={title} /> : null;
  if (visual.kind === 'table') return null;
  const measure = measureOf(model, visual.measure.dataset, visual.measure.measure);
  if (!measure) return null;
  if (answer.kind === 'line')
    return <LineVisual answer={answer} measure={measure} rule={model.rule} title={title} />;
  const { shown } = answer.window;
  const words = windowWords(shown[0]!.start, shown[shown.length - 1]!.end);
  return <BarVisual answer={answer} measure={measure} windowWords={words} title={title} />;
}

/** No row in the window: says when there is data, and moves there with one click. */
function EmptyBody({ answer }: { answer: EmptyAnswer }) {
  const { model, setPeriod, clear } = useWorkspace();
  const document = useDocument();
  const { nearest } = answer;
  const emptied = useAnswers(
    (state) =>
      answer.acting.flatMap(({ control }) => {
        const own = state.controls[control];
        return own?.kind === 'period' && own.empty
          ? [`${own.text} has no day, ${EMPTY_WORDS[own.empty]}`]
          : [];
      })[0],
  );
  const noDaysReason = emptied ?? 'the windows of its time controls do not meet';
  const timelines = answer.acting
    .filter((entry) => entry.route.kind === 'role')
    .map((entry) => entry.control);
  const slicers = answer.acting
    .filter((entry) => entry.route.kind === 'column')
    .map((entry) => entry.control);
  if (nearest === undefined) {
    return (
      <Centred>
        <Typography>
          No rows for these choices
          {answer.asked.length === 0 ? `: ${noDaysReason}` : ''}.
        </Typography>
        {answer.asked.length === 0 && timelines.length > 0 && (
          <Button onClick={() => timelines.slice(1).forEach(clear)}>
            Let the first of them decide alone
          </Button>
        )}
        {answer.asked.length > 0 && slicers.length > 0 && (
          <Button onClick={() => slicers.forEach(clear)}>Show every value</Button>
        )}
      </Centred>
    );
  }
  const level = document.controls.find((control) => control.id === timelines[0]);
  const unit = level?.kind === 'timeline' ? level.level : level?.kind === 'range' ? level.snap : 'month';
  return (
    <Centred>
      <Typography>
        No data {runsWords(answer.asked, model.rule)}. Nearest: {dayWords(nearest)}.
      </Typography>
      {timelines.length > 0 && (
        <Button onClick={() => timelines.forEach((id) => setPeriod(id, unitText(unit, nearest, model.rule)))}>
          Go there
        </Button>
      )}
    </Centred>
  );
}
