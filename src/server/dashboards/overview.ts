/** What a dashboard shows as it is designed, today: its periods, how fresh its data is, what the check finds. */
import type { DashboardOverview } from '../../contract/dashboards';
import { todayFor } from '../../core/dashboard/document/clock';
import { isTimeControl, type DashboardDocument } from '../../core/dashboard/document/document';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import { aboutOf } from '../../core/dashboard/turn/said/about';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { preparedFor } from '../answers/answer';
import { checkOf } from '../wiring/wiring';

export async function overviewOf(document: DashboardDocument): Promise<DashboardOverview> {
  const { design, source } = await preparedFor(document);
  const now = Date.now();
  const today = todayFor(document, design.model, now);
  const answer = await answerTurn({ design, state: DEFAULT_STATE, today }, source);
  const times = new Set(
    design.document.controls.filter(isTimeControl).map((control) => design.titleOf(control)),
  );
  const { inEffect, freshness } = aboutOf(design, DEFAULT_STATE, answer, { today, now });
  return {
    periods: inEffect.filter(({ control }) => times.has(control)),
    freshness: [...freshness],
    findings: (await checkOf(document, false)).length,
  };
}
