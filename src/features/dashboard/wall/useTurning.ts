'use client';
/** Pages in turn. */
import { useCallback, useEffect, useState } from 'react';

export interface Turning {
  /** Which page is shown, from 0. */
  readonly at: number;
  readonly isPaused: boolean;
  readonly pause: (isPaused: boolean) => void;
  /** So many pages on (back where negative), round at both ends; the time of the page begins anew. */
  readonly step: (by: number) => void;
}

/** Turns through so many pages, each shown for some seconds; one page alone stays. */
export function useTurning(count: number, seconds: number): Turning {
  const [turn, setTurn] = useState({ at: 0, begun: 0 });
  const [isPaused, pause] = useState(false);
  const step = useCallback(
    (by: number) =>
      setTurn(({ at, begun }) => ({ at: (((at + by) % count) + count) % count, begun: begun + 1 })),
    [count],
  );
  const at = Math.min(turn.at, count - 1);
  useEffect(() => {
    if (isPaused || count < 2) return;
    const timer = setTimeout(() => step(1), seconds * 1000);
    return () => clearTimeout(timer);
  }, [isPaused, count, seconds, step, turn]);
  return { at, isPaused, pause, step };
}
