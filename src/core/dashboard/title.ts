import type { Control, Visual } from './document';
import { columnOf, datasetOf, measureOf, type Model } from './model';

/** Places in a title that are filled with what is shown, with what joins them to the words before. */
const PLACEHOLDERS = /[\s,·–-]*\{(?:window|loaded)\}/g;

/** The title of an item without its placeholders: the designer's, or one made from what it shows. */
export function titleOf(item: Visual | Control, model: Model): string {
  const own = item.title.replace(PLACEHOLDERS, '').trim();
  if (own !== '') return own;
  switch (item.kind) {
    case 'line':
      return `${measureOf(model, item.measure.dataset, item.measure.measure)?.name ?? 'Line'} over time`;
    case 'bar': {
      const measure = measureOf(model, item.measure.dataset, item.measure.measure)?.name ?? 'Bar';
      const category = columnOf(model, item.measure.dataset, item.category)?.name ?? item.category;
      return `${measure} by ${category.toLowerCase()}`;
    }
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
      return columnOf(model, item.dataset, item.column)?.name ?? item.column;
  }
}
