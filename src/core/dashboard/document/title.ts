/** Titles of items: the designer's, or made from what they show. */
import type { Control, Visual } from './document';
import { dimensionName } from '../../model/dimension';
import { columnOf, datasetOf, measureOf, type Model } from '../../model/model';
import { isChart, measuresOf } from './visuals';

/** Places in a title that are filled with what is shown, with what joins them to the words before. */
const PLACEHOLDERS = /[\s,·–-]*\{(?:window|latest|loaded)\}/g;

/** The title of an item without its placeholders: the designer's, or one made from what it shows. */
export function titleOf(item: Visual | Control, model: Model): string {
  const own = item.title.replace(PLACEHOLDERS, '').trim();
  if (own !== '') return own;
  if ('measures' in item) return titleFromMeasures(item, model);
  switch (item.kind) {
    case 'table':
      return `${datasetOf(model, item.dataset)?.name ?? 'Table'}, row by row`;
    case 'timeline':
      return 'Timeline';
    case 'range':
      return 'Range';
    case 'calendar':
      return 'Calendar';
    case 'periods':
      return 'Period';
    case 'lookback':
      return 'Look-back';
    case 'phrase':
      return 'Days';
    case 'tree':
      return 'Dates';
    case 'asof':
      return 'As of';
    case 'slicer':
      return dimensionName(model, item.dimension);
    case 'condition':
      return `Conditions on ${datasetOf(model, item.dataset)?.name ?? item.dataset}`;
    case 'numbers':
      return 'measure' in item.of
        ? (measureOf(model, item.of.dataset, item.of.measure)?.name ?? item.of.measure)
        : (columnOf(model, item.of.dataset, item.of.column)?.name ?? item.of.column).replace(/_/g, ' ');
  }
}

/** Most measures that a title names. */
const NAMED = 3;

function titleFromMeasures(visual: Exclude<Visual, { kind: 'table' }>, model: Model): string {
  const all = measuresOf(visual).map(
    (shown) => measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure,
  );
  const names = all.length > NAMED ? [...all.slice(0, NAMED - 1), `${all.length - NAMED + 1} more`] : all;
  const named =
    names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : names[0]!;
  const dimension = (entry: Parameters<typeof dimensionName>[1]) => dimensionName(model, entry).toLowerCase();
  if (visual.kind === 'figure') return named;
  if (visual.kind === 'calendarmap') return `${named}, day by day`;
  if (visual.kind === 'crosstab') return `${named} by ${visual.rows.map(dimension).join(' and ')}`;
  if (!isChart(visual)) return named;
  const split = visual.split ? ` by ${dimension(visual.split)}` : '';
  return visual.across
    ? `${named} by ${dimension(visual.across)}${split && `, ${split.trim()}`}`
    : `${named} over time${split}`;
}
