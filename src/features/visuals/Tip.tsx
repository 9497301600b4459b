import { role } from '../../theme/roles';
import { textWidth } from './textWidth';

const SIZE = 12;
const LINE = 18;
/** Beside and above the words, and between them and the pointer. */
const [SIDE, ABOVE, APART] = [8, 4, 12];
/** How much wider heavy type is than what is measured. */
const HEAVY = 1.06;

/** Where a label of some lines stands: beside the pointer, moved and folded as far as needed to stay inside. */
export function tipPlace(x: number, width: number, lines: readonly string[]) {
  const widths = lines.map((line) => textWidth(line, SIZE) * HEAVY);
  const own = Math.min(Math.ceil(Math.max(...widths, 0)) + 2 * SIDE, width);
  const beside = x > width / 2 ? x - APART - own : x + APART;
  const rows = widths.reduce((sum, line) => sum + Math.max(1, Math.ceil(line / (own - 2 * SIDE))), 0);
  return {
    left: Math.max(0, Math.min(beside, width - own)),
    width: own,
    height: rows * LINE + 2 * ABOVE,
  };
}

/** A small label beside the pointer, kept inside the visual. */
export function Tip({
  x,
  y,
  width,
  height = Infinity,
  lines,
}: {
  x: number;
  y: number;
  /** Of the visual, inside of which it stays. */
  width: number;
  height?: number;
  lines: readonly string[];
}) {
  const place = tipPlace(x, width, lines);
  return (
    <div
      role="status"
      style={{
        position: 'absolute',
        top: Math.max(0, Math.min(y - 14, height - place.height)),
        left: place.left,
        width: place.width,
        boxSizing: 'border-box',
        background: role.ink,
        color: role.paper,
        padding: `${ABOVE}px ${SIDE}px`,
        borderRadius: 3,
        fontSize: SIZE,
        pointerEvents: 'none',
        overflowWrap: 'anywhere',
        zIndex: 2,
      }}
    >
      {lines.map((line, i) => (
        <div key={line} style={{ fontWeight: i === 0 ? 450 : 650 }}>
          {line}
        </div>
      ))}
    </div>
  );
}
