'use client';
/** Asking where the change of one mark comes from. */
import { useMemo } from 'react';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { isOthers, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { useChangeAsked } from './changeAsked';

/**
 * Opens the sheet for the mark at a place, against the visual's first baseline; undefined where the visual compares with
 * nothing. All others together are no part that can be gone into, so nothing opens for them.
 */
export function useAskChange(visual: Chart, answer: ChartAnswer): ((place: number) => void) | undefined {
  const { open } = useChangeAsked();
  const { baselines, against, categories, buckets } = answer;
  return useMemo(() => {
    const baseline = baselines?.[0];
    if (!baseline || !against) return undefined;
    const asked = { visual: visual.id, baseline: baseline.id, measure: 0 };
    return (place) => {
      if (buckets) return open({ ...asked, bucket: place, key: [] });
      const category = categories?.[place];
      if (category !== undefined && !isOthers(category)) open({ ...asked, bucket: null, key: [category] });
    };
  }, [open, visual.id, baselines, against, categories, buckets]);
}
