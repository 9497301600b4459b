'use client';
/** The window of a range slider and its brackets; an end that is fixed cannot be taken hold of. */
import type { KeyboardEvent } from 'react';
import type { Day } from '../../../core/calendar/day';
import { longDayWords } from '../../../core/calendar/names';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { bracketPath } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import type { Span } from '../ribbon';
import type { SliderPart } from './sliderKeys';
import type { Track } from './track';

const HANDLE = 26;

export function SliderWindow({
  title,
  track,
  span,
  fixedEnd,
  x,
  floor,
  onKey,
}: {
  title: string;
  track: Track;
  span: Span;
  fixedEnd: RangeSlider['fixedEnd'];
  x: (day: Day) => number;
  floor: number;
  onKey: (part: SliderPart, event: KeyboardEvent) => void;
}) {
  /** What makes a part of the window a slider of its own. */
  const slider = (part: SliderPart, label: string, day: Day, words: string) => ({
    tabIndex: 0,
    role: 'slider',
    'aria-label': label,
    'aria-valuemin': track.first,
    'aria-valuemax': track.last,
    'aria-valuenow': day,
    'aria-valuetext': words,
    onKeyDown: (event: KeyboardEvent) => onKey(part, event),
  });
  const words = `${longDayWords(span.start)} to ${longDayWords(span.end)}`;
  return (
    <>
      <rect
        x={x(span.start)}
        y={4}
        width={Math.max(1, x(span.end + 1) - x(span.start))}
        height={floor - 4}
        fill="transparent"
        {...(fixedEnd === 'none'
          ? slider('body', `Window of ${title}`, span.start, words)
          : { 'aria-hidden': true })}
        style={{ cursor: fixedEnd === 'none' ? 'grab' : 'default' }}
      />
      {(['start', 'end'] as const).map((side) => {
        const at = side === 'start' ? x(span.start) : x(span.end + 1);
        const isFree = side !== fixedEnd;
        const label = `${side === 'start' ? 'Start' : 'End'} of ${title}`;
        return (
          <g
            key={side}
            {...(isFree
              ? {
                  'data-end': side,
                  ...slider(side, label, span[side], longDayWords(span[side])),
                  style: { cursor: 'ew-resize' },
                }
              : { 'aria-hidden': true })}
          >
            {isFree && <rect x={at - HANDLE / 2} y={0} width={HANDLE} height={floor} fill="transparent" />}
            <path
              d={bracketPath(side, at, 3, floor, 7)}
              fill="none"
              stroke={isFree ? role.time : role.quiet}
              strokeWidth="3"
            />
          </g>
        );
      })}
    </>
  );
}
