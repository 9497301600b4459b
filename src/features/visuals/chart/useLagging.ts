'use client';
/** A value that follows a moment later, each for itself, so that what changes at every frame never waits for it. */
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

/** Changes that come faster than this after each other (milliseconds) belong to one movement. */
const MOVEMENT = 300;
/** In a movement it follows once nothing has changed for so long, and at the latest after so long. */
const QUIET = 120;
const MOST_LAG = 800;
/** Longest wait for a moment in which nothing else is to be done. */
const PATIENCE = 60;

/** Runs work after a while, when nothing else is to be done; gives a way to call it off. */
function runLater(work: () => void, wait: number): () => void {
  let idle: number | undefined;
  const timer = setTimeout(() => {
    if (typeof requestIdleCallback === 'undefined') work();
    else idle = requestIdleCallback(work, { timeout: PATIENCE });
  }, wait);
  return () => {
    clearTimeout(timer);
    if (idle !== undefined) cancelIdleCallback(idle);
  };
}

/**
 * The newest value once there was time for it. A single change is followed at once; while changes
 * come one after the other, as under a handle that moves, they are followed when it rests. The first value that is
 * not null comes at once.
 */
export function useLagging<T>(value: T): T {
  const [shown, setShown] = useState(value);
  const changed = useRef(-Infinity);
  const since = useRef<number | null>(null);
  const isFirst = shown === null && value !== null;
  if (isFirst) setShown(value);
  useEffect(() => {
    if (value === shown) {
      since.current = null;
      return undefined;
    }
    const now = performance.now();
    const isMoving = now - changed.current < MOVEMENT;
    changed.current = now;
    since.current ??= now;
    const wait = isMoving ? Math.max(0, Math.min(QUIET, MOST_LAG - (now - since.current))) : 0;
    // Each of many charts is drawn by itself: together they would hold up a pointer.
    return runLater(() => flushSync(() => setShown(value)), wait);
  }, [value, shown]);
  return isFirst ? value : shown;
}
