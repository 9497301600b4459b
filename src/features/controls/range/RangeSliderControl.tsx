'use client';
/** The range slider: two brackets over the covered span, a histogram under it, typed ends, play. */
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import type { Day } from '../../../core/calendar/day';
import { DayField } from '../../ui/DayField';
import { HeldChanges, PeriodProblem, WideHead } from '../PeriodParts';
import { Play } from './Play';
import type { Span } from '../ribbon';
import { SliderTrack } from './SliderTrack';
import { textOfSpan, trackOf } from './track';
import { usePeriod } from '../usePeriod';

export function RangeSliderControl({ control, answer }: { control: RangeSlider; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const { covered, context } = answer;
  const track = useMemo(
    () => trackOf(covered, control.snap, context.rule, control.allowUncovered),
    [covered, control.snap, control.allowUncovered, context.rule],
  );
  const first = period.asked[0];
  const last = period.asked[period.asked.length - 1];
  if (!track)
    return (
      <Typography color="textSecondary">
        No data under these choices. Clear a slicer to see when there is data.
      </Typography>
    );
  const span: Span = {
    start: Math.max(track.first, first?.start ?? track.first),
    end: Math.min(track.last, last?.end ?? track.last),
  };
  const textOf = (next: Span) => textOfSpan(track, next, period.asked);
  const commit = (next: Span) => period.set(textOf(next));
  const typed = (side: 'start' | 'end') => (day: Day) => commit({ ...span, [side]: day });
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <WideHead period={period} withWords>
        <Play track={track} span={span} fixedEnd={control.fixedEnd} onStep={commit} />
      </WideHead>
      <PeriodProblem period={period} />
      <div style={{ display: 'flex', gap: 10, flex: 1, minHeight: 44 }}>
        <SliderTrack
          title={period.title}
          track={track}
          span={span}
          stretches={period.asked}
          answer={answer}
          fixedEnd={control.fixedEnd}
          preview={(next) => period.preview(textOf(next))}
          commit={commit}
          letGo={period.letGo}
          clear={period.clear}
        />
        <div
          style={{ width: 124, display: 'flex', flexDirection: 'column', gap: 6, justifyContent: 'center' }}
        >
          <DayField
            label="Start"
            day={span.start}
            disabled={control.fixedEnd === 'start'}
            refuse={(day) => (day > span.end ? 'It lies after the end.' : null)}
            onDay={typed('start')}
          />
          <DayField
            label="End"
            day={span.end}
            disabled={control.fixedEnd === 'end'}
            refuse={(day) => (day < span.start ? 'It lies before the start.' : null)}
            onDay={typed('end')}
          />
        </div>
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}
