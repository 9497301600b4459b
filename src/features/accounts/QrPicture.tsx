import { encode } from 'uqr';

const SIZE = 160;

/** A text as a square of dark and light, for a camera. */
export function QrPicture({ text, name }: { text: string; name: string }) {
  const { data, size } = encode(text);
  const dark = data.flatMap((row, y) => row.flatMap((isDark, x) => (isDark ? [`M${x} ${y}h1v1h-1z`] : [])));
  return (
    <svg
      role="img"
      aria-label={name}
      width={SIZE}
      height={SIZE}
      viewBox={`-2 -2 ${size + 4} ${size + 4}`}
      shapeRendering="crispEdges"
    >
      {/* Cameras want dark on light, whatever the scheme is. */}
      <rect x={-2} y={-2} width={size + 4} height={size + 4} fill="#fff" />
      <path d={dark.join('')} fill="#000" />
    </svg>
  );
}
