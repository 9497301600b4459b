import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import { BLANK } from '../../../core/model/blank';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { comparedWords, type DrawnBaseline } from '../comparing/compared';
import type { MapMark } from './drawnMap';
import type { LayersGround } from './useReadyLayers';

/** What is said of a mark, a line each: its name, its values, what they are compared with. */
export function markWords(
  { category, name }: MapMark,
  { answer, measures, valuesOf }: LayersGround & { readonly measures: readonly [Measure, ...Measure[]] },
  baselines: readonly DrawnBaseline[],
  show: readonly ShownPart[],
): string[] {
  if (category === null) return [name === '' ? BLANK : name, 'no data'];
  const values = measures.map((measure, m) => {
    const value = valuesOf(m)[category] ?? null;
    return `${measures.length > 1 ? `${measure.name}: ` : ''}${value === null ? 'no data' : valueWords(measure, value)}`;
  });
  const compared = (answer.against ?? []).map(({ series }, b) => {
    const value = valuesOf(0)[category] ?? null;
    return `${baselines[b]?.label ?? ''}: ${comparedWords(measures[0], show, value, series[0]?.[category] ?? null)}`;
  });
  return [name, ...values, ...compared];
}
