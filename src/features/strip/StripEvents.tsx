/** Holidays and events on the strip: a small mark at the head of their days. */
import { useMemo } from 'react';
import type { SpecialDay } from '../../core/calendar/almanac';
import { windowWords } from '../../core/calendar/names';
import { role } from '../../theme/roles';

interface Stretch {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** Days on end under one name, as one stretch each. */
export function stretchesOf(special: readonly SpecialDay[]): Stretch[] {
  const open = new Map<string, Stretch>();
  const done: Stretch[] = [];
  for (const { name, day } of [...special].sort((a, b) => a.day - b.day)) {
    const known = open.get(name);
    if (known && day <= known.end + 1) {
      open.set(name, { ...known, end: day });
      continue;
    }
    if (known) done.push(known);
    open.set(name, { name, start: day, end: day });
  }
  return [...done, ...open.values()].sort((a, b) => a.start - b.start || (a.name < b.name ? -1 : 1));
}

const HEIGHT = 3;

export function StripEvents({
  special,
  from,
  to,
  x,
  top,
}: {
  special: readonly SpecialDay[];
  /** Days in view; broken ones are in part. */
  from: number;
  to: number;
  x: (day: number) => number;
  top: number;
}) {
  const stretches = useMemo(() => stretchesOf(special), [special]);
  return (
    <g fill={role.time}>
      {stretches
        .filter(({ start, end }) => end >= from && start <= to)
        .map(({ name, start, end }) => {
          const [left, right] = [x(Math.max(from, start)), x(Math.min(to, end) + 1)];
          return (
            <rect key={`${name} ${start}`} x={left} y={top} width={Math.max(2, right - left)} height={HEIGHT}>
              <title>{`${name}, ${windowWords(start, end)}`}</title>
            </rect>
          );
        })}
    </g>
  );
}
