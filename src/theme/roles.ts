import type { CSSProperties } from 'react';

/** The theme's roles as CSS variables, for SVG and plain styles. */
const palette = (name: string) => `var(--dathen-palette-${name})`;

export const role = {
  paper: palette('background-default'),
  surface: palette('background-paper'),
  ink: palette('text-primary'),
  quiet: palette('quiet'),
  hairline: palette('hairline'),
  time: palette('time-main'),
  timeTint: palette('time-tint'),
  timeSoft: palette('time-soft'),
  timeMark: palette('time-mark'),
  hatch: palette('hatch'),
  choice: palette('choice-main'),
  choiceTint: palette('choice-tint'),
  better: palette('better'),
  worse: palette('worse'),
  warning: palette('warning-main'),
  error: palette('error-main'),
} as const;

const SERIES = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const;

/** Colour of the n-th series or wire, counted from 0. */
export function seriesColour(n: number): string {
  return palette(`series-${SERIES[n % SERIES.length]}`);
}

/** A colour of series by its role. */
export const paletteColour = (colour: (typeof SERIES)[number]): string => palette(`series-${colour}`);

/** What the colours of series are called. */
export const COLOUR_NAMES: Record<(typeof SERIES)[number], string> = {
  a: 'Blue',
  b: 'Vermilion',
  c: 'Green',
  d: 'Pink',
  e: 'Sky blue',
  f: 'Orange',
  g: 'Slate',
};

/** The roles of time and choices turned into an accent, for all that stands inside. */
export const accentStyle = (colour: (typeof SERIES)[number]): CSSProperties => {
  const accent = paletteColour(colour);
  const tint = `color-mix(in srgb, ${accent} 14%, ${role.surface})`;
  const soft = `color-mix(in srgb, ${accent} 35%, ${role.surface})`;
  return {
    '--dathen-palette-time-main': accent,
    '--dathen-palette-time-tint': tint,
    '--dathen-palette-time-soft': soft,
    '--dathen-palette-time-mark': `color-mix(in srgb, ${accent} 75%, ${role.surface})`,
    '--dathen-palette-choice-main': accent,
    '--dathen-palette-choice-tint': tint,
    '--dathen-palette-primary-main': accent,
    '--dathen-palette-secondary-main': accent,
  } as CSSProperties;
};

/**
 * Styles of words that change while a handle is dragged. Plain styles: a styled component works its styles out
 * anew at every change, which costs more than the words themselves.
 */
export const itemTitleStyle: CSSProperties = {
  font: 'inherit',
  fontWeight: 650,
  margin: 0,
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
};
export const quietStyle: CSSProperties = { fontSize: 12, color: role.quiet };
export const phraseStyle: CSSProperties = {
  fontFamily: '"Spline Sans Mono Variable", ui-monospace, monospace',
  fontSize: 12,
};
/** A button that looks like the words around it. */
export const plainButtonStyle: CSSProperties = {
  border: 0,
  background: 'none',
  padding: 0,
  font: 'inherit',
  color: 'inherit',
  cursor: 'pointer',
};
/** Words for screen readers only. */
export const unseenStyle: CSSProperties = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
};
