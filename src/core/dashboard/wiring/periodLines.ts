/** A line chart made from a crosstab with periods across: each period a line over the first one. */
import type { Model } from '../../model/model';
import { newBaseline, withBaselines } from '../document/edit';
import type { DashboardDocument } from '../document/document';
import { compareWith, MOST_BASELINES, type DashboardBaseline } from '../document/kinds/compare';
import { periodText, type PeriodColumn } from '../document/kinds/columns';
import { freeId } from '../document/parts';
import { CHART_DEFAULTS } from '../document/kinds/chart';
import type { Crosstab, Visual } from '../document/visuals';
import { withNewItem } from './wires';

/** Whether a period can be a line over the first: one worked out from another than the first cannot. */
const goesOver = (period: PeriodColumn, first: PeriodColumn) => !('of' in period) || period.of === first.id;

interface PeriodLines {
  readonly document: DashboardDocument;
  readonly item: Visual;
  /** Periods that are no line: worked out from another than the first, or more than a chart compares with. */
  readonly left: number;
}

/**
 * The document with a line chart of a crosstab's periods beside it; undefined where its columns are no periods, or no
 * period has a phrase of its own.
 */
export function withPeriodLines(
  document: DashboardDocument,
  model: Model,
  crosstab: Crosstab,
): PeriodLines | undefined {
  const { columns } = crosstab;
  if (columns?.kind !== 'periods') return undefined;
  const first = columns.periods.find((period) => 'phrase' in period);
  if (!first || !('phrase' in first)) return undefined;
  const others = columns.periods.filter((period) => period !== first && goesOver(period, first));
  let next = document;
  const used: DashboardBaseline[] = [];
  for (const period of others.slice(0, MOST_BASELINES)) {
    // A baseline of the first one: a phrase as it is, one that is worked out from the first by its baseline.
    const text = periodText(period);
    const known = next.baselines.find((entry) => entry.text === text && entry.name === period.name);
    const baseline = known ?? newBaseline(next, text, period.name);
    if (!known) next = withBaselines(next, [...next.baselines, baseline]);
    used.push(baseline);
  }
  const item: Visual = {
    ...CHART_DEFAULTS,
    axis: { kind: 'zero' },
    id: freeId(document, 'line'),
    title: '',
    subtitle: '',
    kind: 'line',
    measures: crosstab.measures,
    grain: 'auto',
    unsettled: crosstab.unsettled,
    ownPeriod: {
      phrase: first.phrase,
      named: null,
      mode: columns.mode === 'alone' ? 'replace' : 'narrow',
      anchor: null,
    },
    compare: compareWith(used.map((baseline) => baseline.id)),
  };
  const left = columns.periods.length - 1 - used.length;
  return { document: withNewItem(next, model, item, crosstab.id), item, left };
}
