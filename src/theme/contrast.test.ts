/** Every colour that a mark is drawn in stands out from its grounds. */
import { SCHEMES } from './theme';

const channel = (value: number) => (value <= 0.03928 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4);
const luminance = (hex: string) => {
  const [r, g, b] = [1, 3, 5].map((at) => channel(parseInt(hex.slice(at, at + 2), 16) / 255));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
};
/** Contrast of two colours by WCAG 2.2. */
const contrast = (one: string, other: string) => {
  const [dark, light] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (light! + 0.05) / (dark! + 0.05);
};

describe.each(['light', 'dark'] as const)('%s', (scheme) => {
  const palette = SCHEMES[scheme];
  const grounds = [palette.background.default, palette.background.paper];
  const graphics = {
    ...palette.series,
    coverage: palette.time.mark,
    window: palette.time.main,
    hatch: palette.hatch,
    better: palette.better,
    worse: palette.worse,
  };
  test.each(Object.entries(graphics))('%s is told from its ground at 3 : 1', (_, colour) => {
    for (const ground of grounds) expect(contrast(colour, ground)).toBeGreaterThanOrEqual(3);
  });
  const words = {
    ink: palette.text.primary,
    quiet: palette.quiet,
    time: palette.time.main,
    choice: palette.choice.main,
    warning: palette.warning.main,
    error: palette.error.main,
  };
  test.each(Object.entries(words))('%s is read at 4.5 : 1', (_, colour) => {
    for (const ground of grounds) expect(contrast(colour, ground)).toBeGreaterThanOrEqual(4.5);
  });
  test('words on tiles of coverage and on tints are read', () => {
    for (const ground of [palette.time.soft, palette.time.tint, palette.choice.tint])
      expect(contrast(palette.text.primary, ground)).toBeGreaterThanOrEqual(4.5);
  });
});
