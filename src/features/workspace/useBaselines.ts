'use client';
/** The baselines of the open dashboard, and how a designer changes them. */
import { newBaseline, withBaselines } from '../../core/dashboard/document/edit';
import type { DashboardBaseline } from '../../core/dashboard/document/kinds/compare';
import { useDesign, useWorkspace } from './workspace';

export function useBaselines() {
  const { store } = useWorkspace();
  const { document, titleOf } = useDesign();
  const { change } = store.getState();
  return {
    baselines: document.baselines,
    usesOf: (id: string): string[] => [
      ...document.visuals.flatMap((visual) =>
        'compare' in visual && visual.compare?.with.includes(id) ? [titleOf(visual)] : [],
      ),
      ...document.controls.flatMap((control) =>
        control.kind === 'baselines' && control.offer.includes(id) ? [titleOf(control)] : [],
      ),
    ],
    onChange: (baselines: readonly DashboardBaseline[]) => change((old) => withBaselines(old, baselines)),
    onAdd: (text: string) => change((old) => withBaselines(old, [...old.baselines, newBaseline(old, text)])),
  };
}
