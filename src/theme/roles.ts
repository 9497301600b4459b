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
  choice: palette('choice-main'),
  choiceTint: palette('choice-tint'),
  better: palette('better'),
  worse: palette('worse'),
  warning: palette('warning-main'),
  error: palette('error-main'),
} as const;

const SERIES = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const;

/** Number of different colours of series. */
export const SERIES_COLOURS = SERIES.length;

/** Colour of the n-th series or wire, counted from 0. */
export function seriesColour(n: number): string {
  return palette(`series-${SERIES[n % SERIES.length]}`);
}

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
