'use client';
/** Play: steps the window of a range slider through its track. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useEffect, useRef, useState } from 'react';
import type { Span } from '../ribbon';
import { movedByDays, steppedSpan, type Track } from './track';

const SPEEDS = [
  { name: 'slow', pause: 1500 },
  { name: 'steady', pause: 800 },
  { name: 'fast', pause: 350 },
] as const;
type Speed = (typeof SPEEDS)[number]['name'];

/** Steps the window through the track. */
export function Play({ track, span, onStep }: { track: Track; span: Span; onStep: (next: Span) => void }) {
  const [isPlaying, setPlaying] = useState(false);
  const [isLooped, setLooped] = useState(false);
  const [speed, setSpeed] = useState<Speed>('steady');
  const step = useRef<() => void>(() => undefined);
  useEffect(() => {
    step.current = () => {
      const next = steppedSpan(track, span, 1);
      if (next) return onStep(next);
      if (!isLooped) return setPlaying(false);
      onStep(movedByDays(track, span, track.first - span.start));
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
