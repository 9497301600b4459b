/** What phrases of a dashboard are read against. */
import type { DayRuns } from '../../calendar/runs';
import type { PeriodContext } from '../../period/point';
import { AS_OF_KEY } from '../reader/setting';
import { anchorOf } from './offer';
import type { ReachContext } from './reach';

/** What phrases are read against, counting from an anchor of their own or the dashboard's. */
export function dashboardContext(
  { design, settings, today }: Pick<ReachContext, 'design' | 'settings' | 'today'>,
  holder: { readonly anchor: string | null },
  data: DayRuns,
): PeriodContext {
  const clock = settings.get(AS_OF_KEY);
  return {
    rule: design.model.rule,
    today,
    asOf: clock?.kind === 'as of' ? clock.day : null,
    anchor: anchorOf(design.document, holder),
    data,
  };
}
