'use client';
/** Play: steps the window of a range slider through its track. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useEffect, useRef, useState } from 'react';
import type { Span } from '../ribbon';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { movedByDays, steppedSide, steppedSpan, type Track } from './track';

const SPEEDS = [
  { name: 'slow', pause: 1500 },
  { name: 'steady', pause: 800 },
  { name: 'fast', pause: 350 },
] as const;
type Speed = (typeof SPEEDS)[number]['name'];

/** The next window: the whole of it moves, or only the end that readers can move. Undefined at the end of the track. */
function playedSpan(track: Track, span: Span, fixedEnd: RangeSlider['fixedEnd']): Span | undefined {
  if (fixedEnd === 'none') return steppedSpan(track, span, 1);
  const side = fixedEnd === 'start' ? 'end' : 'start';
  const next = steppedSide(track, span, side, 1);
  return next[side] === span[side] ? undefined : next;
}

/** Where a loop begins again. */
function rewound(track: Track, span: Span, fixedEnd: RangeSlider['fixedEnd']): Span {
  if (fixedEnd === 'start') return { ...span, end: span.start };
  if (fixedEnd === 'end') return { ...span, start: track.first };
  return movedByDays(track, span, track.first - span.start);
}

/** Steps the window through the track. */
export function Play({
  track,
  span,
  fixedEnd,
  onStep,
}: {
  track: Track;
  span: Span;
  fixedEnd: RangeSlider['fixedEnd'];
  onStep: (next: Span) => void;
}) {
  const [isPlaying, setPlaying] = useState(false);
  const [isLooped, setLooped] = useState(false);
  const [speed, setSpeed] = useState<Speed>('steady');
  const step = useRef<() => void>(() => undefined);
  useEffect(() => {
    step.current = () => {
      const next = playedSpan(track, span, fixedEnd);
      if (next) {
        onStep(next);
        return;
      }
      if (!isLooped) {
        setPlaying(false);
        return;
      }
      onStep(rewound(track, span, fixedEnd));
    };
  });
  const { pause } = SPEEDS.find((entry) => entry.name === speed)!;
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => step.current(), pause);
    return () => clearInterval(timer);
  }, [isPlaying, pause]);
  const canPlay = span.start > track.first || span.end < track.last;
  return (
    <span style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
      <Button
        onClick={() => setPlaying(!isPlaying)}
        disabled={!isPlaying && !canPlay}
        sx={{ minWidth: 0, py: 0 }}
      >
        {isPlaying ? 'Pause' : 'Play'}
      </Button>
      {isPlaying && (
        <>
          <Select
            variant="standard"
            value={speed}
            onChange={(event) => setSpeed(event.target.value)}
            inputProps={{ 'aria-label': 'Speed' }}
            sx={{ fontSize: 12 }}
          >
            {SPEEDS.map(({ name }) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </Select>
          <label style={{ fontSize: 12, whiteSpace: 'nowrap' }}>
            <input type="checkbox" checked={isLooped} onChange={(event) => setLooped(event.target.checked)} />{' '}
            loop
          </label>
        </>
      )}
    </span>
  );
}
