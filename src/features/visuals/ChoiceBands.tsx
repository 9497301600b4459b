/** What stands behind marks that are chosen, or are being swept over. */
import { bracketPath } from '../../theme/marks';
import { role } from '../../theme/roles';

/** Opacity of marks that are not chosen. */
export const PALE = 0.26;

/** Behind the chosen places: one tinted band for each stretch of them. */
export function ChosenBand({
  chosen,
  left,
  slot,
  top,
  floor,
}: {
  chosen: ReadonlySet<number>;
  left: number;
  slot: number;
  top: number;
  floor: number;
}) {
  const path = [...chosen]
    .map((i) => `M${(left + i * slot).toFixed(1)} ${top}h${slot.toFixed(1)}V${floor}h${(-slot).toFixed(1)}Z`)
    .join('');
  return <path d={path} fill={role.choiceTint} data-mark="chosen" />;
}

/** What is being swept over, between brackets. */
export function SweepBand({
  x,
  width,
  top,
  floor,
}: {
  x: number;
  width: number;
  top: number;
  floor: number;
}) {
  return (
    <g data-mark="sweep">
      <rect x={x} width={width} y={top} height={floor - top} fill={role.choiceTint} />
      <path
        d={`${bracketPath('start', x, top, floor)}${bracketPath('end', x + width, top, floor)}`}
        fill="none"
        stroke={role.choice}
        strokeWidth="2"
      />
    </g>
  );
}
