/** The shared marks: the bracket of a window, and the hatch of days without data. */
import { role } from './roles';

/** A hatch at 45°, to be referred to as `url(#id)`. */
export function HatchPattern({ id }: { id: string }) {
  return (
    <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="7" height="7" fill={role.surface} />
      <line x1="3.5" y1="0" x2="3.5" y2="7" stroke={role.hatch} strokeWidth="1.2" />
    </pattern>
  );
}

/** Path of a bracket that stands at x from top to bottom; `side` tells which end of a window it is. */
export function bracketPath(side: 'start' | 'end', x: number, top: number, bottom: number, arm = 6): string {
  const turn = side === 'start' ? x + arm : x - arm;
  return `M${turn} ${top}H${x}V${bottom}H${turn}`;
}
