'use client';
import { actingAsOf } from '../../core/dashboard/reader/held';
import { aboutOf, type About } from '../../core/dashboard/turn/said/about';
import { useAnswers, useDesign, useReaderState, useWorkspace } from './workspace';

/** What is in effect on the open dashboard, in words. `now`: milliseconds since 1970-01-01 UTC. */
export function useAbout(now: number): About {
  const { today } = useWorkspace();
  const design = useDesign();
  const state = useReaderState();
  const answers = useAnswers((all) => all);
  return aboutOf(design, state, answers, { today: actingAsOf(design.document, state) ?? today, now });
}
