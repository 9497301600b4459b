/** Stacked bars: parts of a whole. */
import { CHART_DEFAULTS, chartEntry, chartOf, firstDimension } from './chart';
import { hasCategory, visualKind } from './entry';
import { freshMeasured } from './measured';

const schema = chartOf('stacked', 'others');

export const stacked = visualKind(schema)({
  ...chartEntry,
  part: {
    name: 'Stacked bars',
    hint: 'parts of a whole',
    says: 'Parts of a whole over time or by category, in amounts or in percent.',
    example: 'Sailings by vessel, a bar a month',
    group: 'Visuals',
    size: { w: 12, h: 9 },
    least: { w: 4, h: 5 },
  },
  fresh: (ground) => {
    const found = freshMeasured(ground, hasCategory);
    if (!found) return undefined;
    const split = firstDimension(found.dataset);
    return {
      ...CHART_DEFAULTS,
      kind: 'stacked',
      rest: 'others',
      measures: found.measures,
      split,
      most: 40,
    };
  },
});
