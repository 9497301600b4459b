import { role } from '../../theme/roles';

const LINE = 18;

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
  const atRight = x > width / 2;
  return (
    <div
      role="status"
      style={{
        position: 'absolute',
        top: Math.max(0, Math.min(y - 14, height - lines.length * LINE - 10)),
        [atRight ? 'right' : 'left']: (atRight ? width - x : x) + 12,
        background: role.ink,
        color: role.paper,
        padding: '4px 8px',
        borderRadius: 3,
        fontSize: 12,
        pointerEvents: 'none',
        whiteSpace: 'nowrap',
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
