'use client';
import { useEffect, useState } from 'react';

/** The time in milliseconds since 1970-01-01 UTC, moving on by steps (milliseconds; a minute where not said). */
export function useNow(step = 60_000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), step);
    return () => clearInterval(timer);
  }, [step]);
  return now;
}
