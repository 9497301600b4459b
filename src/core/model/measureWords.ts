/** Measures in words. */
import type { RowCondition } from '../cube/rowCondition';
import { aggregationOf } from './aggregations';
import type { DatasetModel, Direction, Measure, MissingRule, Model } from './model';
import { measureOf, datasetOf } from './model';

export const DIRECTION_WORDS: Record<Direction, string> = {
  more: 'More is better',
  less: 'Less is better',
  neither: 'Neither',
};
export const MISSING_WORDS: Record<MissingRule, string> = {
  gap: 'A gap',
  zero: 'Zero',
  dash: 'A dash',
  previous: 'The previous value',
};

const columnName = (dataset: DatasetModel, key: string | null) =>
  (dataset.columns.find((column) => column.key === key)?.name ?? key ?? '').replace(/_/g, ' ');

/** "where status is one of sailed". */
export function conditionWords(dataset: DatasetModel, condition: RowCondition): string {
  const values = condition.values.join(condition.operator === 'between' ? ' and ' : ', ');
  return `where ${columnName(dataset, condition.column)} ${condition.operator}${values === '' ? '' : ` ${values}`}`;
}

/** What a measure works out: "sum of passengers where status is one of sailed". */
export function definitionWords(model: Model, dataset: DatasetModel, measure: Measure): string {
  const parts: string[] = [];
  if (measure.aggregation === 'ratio' && measure.ratio) {
    const side = (ref: { dataset: string; measure: string }) => {
      const name = measureOf(model, ref.dataset, ref.measure)?.name ?? ref.measure;
      return ref.dataset === dataset.key
        ? name
        : `${name} of ${datasetOf(model, ref.dataset)?.name ?? ref.dataset}`;
    };
    parts.push(`${side(measure.ratio.over)} divided by ${side(measure.ratio.under)}`);
  } else if (measure.column === null) parts.push('count of rows');
  else parts.push(`${aggregationOf(measure).verb} of ${columnName(dataset, measure.column)}`);
  if (measure.condition) parts.push(conditionWords(dataset, measure.condition));
  if (measure.grain !== 'day')
    parts.push(`known by ${measure.grain}${measure.spread ? ', spread over days' : ''}`);
  if (measure.settles > 0) parts.push(`final after ${measure.settles} days`);
  return parts.join(', ');
}
