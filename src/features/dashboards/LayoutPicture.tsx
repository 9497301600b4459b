/** A small picture of how a dashboard is laid out. */
import type { LayoutPart } from '../../contract/dashboards';
import { GRID_COLUMNS } from '../../core/dashboard/document/grid';
import { role } from '../../theme/roles';

const WIDTH = 96;
const HEIGHT = 60;
const CELL = WIDTH / GRID_COLUMNS;
/** Of a cell of the grid: its height to its width. */
const RATIO = 0.62;

const LOOKS: Record<LayoutPart['part'], { readonly fill: string; readonly stroke: string }> = {
  visual: { fill: role.surface, stroke: role.quiet },
  time: { fill: role.timeTint, stroke: role.time },
  choice: { fill: role.choiceTint, stroke: role.choice },
};

export function LayoutPicture({ layout }: { layout: readonly LayoutPart[] }) {
  const rows = Math.max(1, ...layout.map(({ y, h }) => y + h));
  // Long pages are pressed together rather than cut.
  const row = Math.min(CELL * RATIO, HEIGHT / rows);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      aria-hidden="true"
      style={{ display: 'block', background: role.paper }}
    >
      {layout.map(({ part, x, y, w, h }, i) => (
        <rect
          key={i}
          x={x * CELL + 0.5}
          y={y * row + 0.5}
          width={Math.max(1, w * CELL - 1.5)}
          height={Math.max(1, h * row - 1)}
          fill={LOOKS[part].fill}
          stroke={LOOKS[part].stroke}
          strokeWidth="0.75"
        />
      ))}
    </svg>
  );
}
