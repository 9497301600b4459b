/** Combined: bars, lines and areas of several measures, on two axes. */
import { CHART_DEFAULTS, chartEntry, chartOf } from './chart';
import { visualKind } from './entry';
import { freshMeasured, shownMeasure } from './measured';

const schema = chartOf('combined');

export const combined = visualKind(schema)({
  ...chartEntry,
  part: {
    name: 'Combined',
    hint: 'bars and lines, two axes',
    says: 'Bars and lines in one picture, with an axis at each side for measures that differ in size.',
    example: 'Cancelled sailings as bars, wave height as a line',
    group: 'Visuals',
    size: { w: 12, h: 9 },
    least: { w: 5, h: 5 },
  },
  fresh: (ground) => {
    const found = freshMeasured(ground);
    if (!found) return undefined;
    const { dataset, measure } = found;
    const second = dataset.measures.find((entry) => entry.key !== measure && entry.column !== null);
    const line = second ? [shownMeasure(dataset.key, second.key, { mark: 'line', axis: 'right' })] : [];
    const measures = [shownMeasure(dataset.key, measure, { mark: 'bar' }), ...line];
    return { ...CHART_DEFAULTS, kind: 'combined', measures, most: 60 };
  },
});
