'use client';
/** What pictures of visuals with measures are drawn from, the same objects as long as nothing of it changed. */
import { useCallback, useMemo } from 'react';
import type { MeasuredVisual } from '../../core/dashboard/document/visuals';
import { isPickSource, NO_PICK, type Pick } from '../../core/dashboard/reader/pick';
import { measureOf, type Measure } from '../../core/model/model';
import { useHeld, useWorkspace } from '../workspace/workspace';

/** The measures that a visual shows; undefined where one of them is not there. */
export function useMeasures(visual: MeasuredVisual): readonly [Measure, ...Measure[]] | undefined {
  const { model } = useWorkspace();
  return useMemo(() => {
    const found = visual.measures.flatMap((shown) => measureOf(model, shown.dataset, shown.measure) ?? []);
    const [first, ...rest] = found;
    return first && found.length === visual.measures.length ? [first, ...rest] : undefined;
  }, [visual, model]);
}

/** What is chosen on a visual, and how to choose; undefined where readers cannot. */
export function usePick(
  visual: MeasuredVisual,
): { readonly pick: Pick; readonly put: (pick: Pick) => void } | undefined {
  const { held } = useWorkspace();
  const picked = useHeld(({ state }) => state.picks?.[visual.id]);
  const put = useCallback((next: Pick) => held.pick(visual.id, next), [held, visual.id]);
  const isSource = isPickSource(visual);
  return useMemo(() => (isSource ? { pick: picked ?? NO_PICK, put } : undefined), [isSource, picked, put]);
}
