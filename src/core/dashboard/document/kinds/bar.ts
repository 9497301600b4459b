/** Bar: a measure by category, or over time. */
import { CHART_DEFAULTS, chartEntry, chartOf, firstDimension } from './chart';
import { hasCategory, visualKind } from './entry';
import { freshMeasured } from './measured';

const schema = chartOf('bar', 'others');

export const bar = visualKind(schema)({
  ...chartEntry,
  part: {
    name: 'Bar',
    hint: 'a measure by category',
    says: 'A measure by the values of a category, or by period, longest first or in their own order.',
    example: 'Revenue by route, the ten largest and all others together',
    group: 'Visuals',
    size: { w: 8, h: 9 },
    least: { w: 4, h: 4 },
  },
  fresh: (ground) => {
    const found = freshMeasured(ground, hasCategory);
    if (!found) return undefined;
    return {
      ...CHART_DEFAULTS,
      kind: 'bar',
      rest: 'others',
      measures: found.measures,
      across: firstDimension(found.dataset),
    };
  },
});
