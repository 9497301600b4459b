'use client';
/** The track of a range slider, with its brackets, its histogram and its ticks. */
import { useId, type KeyboardEvent, type PointerEvent } from 'react';
import type { Day } from '../../../core/calendar/day';
import type { DayRuns } from '../../../core/calendar/runs';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { HatchPattern } from '../../../theme/marks';
import { ownPoint } from '../../ui/ownPoint';
import { useSize } from '../../ui/useSize';
import type { Span } from '../ribbon';
import { Histogram } from './Histogram';
import { spanByKey, type SliderPart } from './sliderKeys';
import { SliderMarks } from './SliderMarks';
import { SliderWindow } from './SliderWindow';
import { dayAt, shareOf, type Track } from './track';
import { useSliderDrag, type SliderDragged } from './useSliderDrag';

const TICKS = 16;
/** Room at both sides for the brackets. */
const SIDE = 6;

interface SliderTrackProps extends SliderDragged {
  readonly title: string;
  readonly track: Track;
  readonly span: Span;
  /** The stretches of the window, where it has several. */
  readonly stretches: DayRuns;
  readonly answer: PeriodAnswer;
  readonly fixedEnd: RangeSlider['fixedEnd'];
  clear: () => void;
}

export function SliderTrack({
  title,
  track,
  span,
  stretches,
  answer,
  fixedEnd,
  clear,
  ...dragged
}: SliderTrackProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const floor = Math.max(20, height - TICKS);
  const room = width - 2 * SIDE;
  const x = (day: Day) => SIDE + shareOf(track, day) * room;
  const dayUnder = (event: PointerEvent<SVGSVGElement>) =>
    dayAt(track, (ownPoint(event.currentTarget, event, width).x - SIDE) / room);
  const gestures = useSliderDrag(track, span, fixedEnd, dayUnder, dragged);
  const onKey = (part: SliderPart, event: KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      clear();
      return;
    }
    const next = spanByKey(track, span, part, event.key);
    if (next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (next) dragged.commit(next);
  };
  return (
    <div ref={ref} style={{ flex: 1, minWidth: 0, position: 'relative' }}>
      {width > 0 && height > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`${title}, range`}
          {...gestures}
          style={{ display: 'block', touchAction: 'none', userSelect: 'none', cursor: 'pointer' }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          <Histogram answer={answer} track={track} span={span} x={x} top={8} floor={floor - 8} />
          <SliderMarks {...{ track, span, stretches, hatch, x, width, floor }} />
          <SliderWindow {...{ title, track, span, fixedEnd, x, floor, onKey }} />
        </svg>
      )}
    </div>
  );
}
