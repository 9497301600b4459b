/** Line: measures over time. */
import { CHART_DEFAULTS, chartEntry, chartOf } from './chart';
import { visualKind } from './entry';
import { freshMeasured } from './measured';

const schema = chartOf('line');

export const line = visualKind(schema)({
  ...chartEntry,
  part: {
    name: 'Line',
    hint: 'measures over time',
    says: 'One or several measures over time, a bucket a point, gaps where there is no data.',
    example: 'Passengers and bookings by week',
    group: 'Visuals',
    size: { w: 12, h: 9 },
    least: { w: 5, h: 5 },
  },
  fresh: (ground) => {
    const found = freshMeasured(ground);
    return found && { ...CHART_DEFAULTS, kind: 'line', measures: found.measures };
  },
});
