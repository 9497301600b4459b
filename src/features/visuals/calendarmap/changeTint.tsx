/** How a calendar map tints changes: from the greatest fall to the greatest rise, by what is better. */
import type { Measure } from '../../../core/model/model';
import { role, seriesColour } from '../../../theme/roles';
import type { DrawnBaseline } from '../comparing/compared';
import { extentOf } from '../chart/scale';

/** Values are drawn in so many steps, one path each. */
export const STEPS = 12;
const FAINT = 0.12;
const HALF = STEPS / 2;

/** An extent with zero in its middle, so that falls and rises of one size look alike. */
export function evenExtent(changes: readonly (number | null)[]): readonly [number, number] | null {
  const extent = extentOf(changes);
  if (!extent) return null;
  const most = Math.max(Math.abs(extent[0]), Math.abs(extent[1])) || 1;
  return [-most, most];
}

/** Colours of a fall and of a rise. */
function sideColours({ direction }: Pick<Measure, 'direction'>): {
  readonly fall: string;
  readonly rise: string;
} {
  switch (direction) {
    case 'more':
      return { fall: role.worse, rise: role.better };
    case 'less':
      return { fall: role.better, rise: role.worse };
    case 'neither':
      return { fall: seriesColour(6), rise: seriesColour(0) };
  }
}

/** Colour of a step of change: those of the lower half are falls. */
export const changeColour = (measure: Pick<Measure, 'direction'>, step: number): string =>
  sideColours(measure)[step < HALF ? 'fall' : 'rise'];

/** Opacity of a step of change: fainter towards the middle. */
export function changeOpacity(step: number): number {
  const far = step < HALF ? HALF - 1 - step : step - HALF;
  return FAINT + ((1 - FAINT) * far) / (HALF - 1);
}

/** Says what the tint means. */
export function ChangeKey({ measure, baseline }: { measure: Measure; baseline: DrawnBaseline }) {
  const { fall, rise } = sideColours(measure);
  return (
    <g fontSize="11" fill={role.quiet} aria-hidden="true">
      <rect x="2" y="3" width="10" height="10" fill={fall} />
      <text x="16" y="12">
        ↓ less
      </text>
      <rect x="58" y="3" width="10" height="10" fill={rise} />
      <text x="72" y="12">
        ↑ more than {baseline.label}: {baseline.days}
      </text>
    </g>
  );
}
