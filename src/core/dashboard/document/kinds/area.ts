/** Area: measures over time, filled to the axis. */
import { CHART_DEFAULTS, chartEntry, chartOf } from './chart';
import { visualKind } from './entry';
import { freshMeasured } from './measured';

const schema = chartOf('area');

export const area = visualKind(schema)({
  ...chartEntry,
  part: {
    name: 'Area',
    hint: 'filled to the axis',
    says: 'Measures over time, filled down to the axis: how much there was, and when.',
    example: 'Passengers a day over the last 12 months',
    group: 'Visuals',
    size: { w: 12, h: 9 },
    least: { w: 5, h: 5 },
  },
  fresh: (ground) => {
    const found = freshMeasured(ground);
    return found && { ...CHART_DEFAULTS, kind: 'area', measures: found.measures };
  },
});
