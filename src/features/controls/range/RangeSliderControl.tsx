'use client';
/** The range slider: two brackets over the covered span, a histogram under it, typed ends, play. */
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import type { PeriodAnswer } from '../../../core/dashboard/turn/answer';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { intervalText } from '../../../core/period/print';
import { DayField, refuseUncovered } from '../../ui/DayField';
import { HeldChanges, PeriodProblem, WideHead } from '../PeriodParts';
import { Play } from './Play';
import type { Span } from '../ribbon';
import { SliderTrack } from './SliderTrack';
import { trackOf, withSide, type Track } from './track';
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
  const commit = (next: Span) => period.set(textOfSpan(track, next));
  const refuse = refuseUncovered(covered, control.allowUncovered);
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <WideHead period={period} withWords>
        <Play track={track} span={span} onStep={commit} />
      </WideHead>
      <PeriodProblem period={period} />
      <div style={{ display: 'flex', gap: 10, flex: 1, minHeight: 44 }}>
        <SliderTrack
          title={period.title}
          track={track}
          span={span}
          answer={answer}
          fixedEnd={control.fixedEnd}
          preview={(next) => period.preview(textOfSpan(track, next))}
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
            refuse={refuse}
            onDay={(day) => commit(withSide({ ...track, unit: 'day' }, span, 'start', day))}
          />
          <DayField
            label="End"
            day={span.end}
            disabled={control.fixedEnd === 'end'}
            refuse={refuse}
            onDay={(day) => commit(withSide({ ...track, unit: 'day' }, span, 'end', day))}
          />
        </div>
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}

/** The whole track is everything there is; else the days. */
function textOfSpan(track: Track, span: Span): string {
  return span.start <= track.first && span.end >= track.last ? 'all' : intervalText(span.start, span.end);
}
