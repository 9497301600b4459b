'use client';
/** What can be done at one mark of a chart. */
import { useMemo } from 'react';
import { unitWords } from '../../../core/calendar/names';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { categoryName, isOthers, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { chartMark } from '../../../core/dashboard/turn/data/chartData';
import type { Measure } from '../../../core/model/model';
import { useWorkspace } from '../../workspace/workspace';
import type { PagePoint } from '../chart/usePointing';
import { useChangeAsked } from '../comparing/changeAsked';
import { WHOLE_MARK } from '../../../core/dashboard/turn/behind';
import { openMark } from '../../workspace/rowsAsked';

/**
 * Opens the rows behind the mark at a place, or the menu of what can be done there: of a chart that compares also where
 * the change comes from, against its first baseline. All others together are no part whose change can be gone into.
 */
export function useChartMarks(
  visual: Chart,
  answer: ChartAnswer,
  measures: readonly Measure[] | undefined,
): (place: number, at: PagePoint) => void {
  const { rule } = useWorkspace().model;
  const openChange = useChangeAsked((asked) => asked.open);
  return useMemo(() => {
    const { baselines, against, categories, buckets } = answer;
    const baseline = against && baselines?.[0];
    const changeAt = (place: number) => {
      if (!baseline) return undefined;
      const asked = { visual: visual.id, baseline: baseline.id, measure: 0 };
      if (buckets) return () => openChange({ ...asked, bucket: place, key: [] });
      const category = categories?.[place];
      if (category === undefined || isOthers(category)) return undefined;
      return () => openChange({ ...asked, bucket: null, key: [category] });
    };
    return (place, at) => {
      const mark = chartMark(visual, answer, place);
      if (!mark) return;
      const words = buckets
        ? unitWords(buckets.unit, buckets.starts[place]!, rule)
        : categoryName(categories![place]!);
      const { days, within, beyond } = mark;
      openMark({
        at,
        onChange: changeAt(place),
        rows: {
          visual: visual.id,
          mark: { ...WHOLE_MARK, days, within, beyond },
          words: `${measures?.[0]?.name ?? ''}, ${words}`,
        },
      });
    };
  }, [visual, answer, measures, rule, openChange]);
}
