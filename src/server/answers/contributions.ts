/** Where a change of a dashboard's visual comes from, over the rows in use. */
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { isMeasured } from '../../core/dashboard/document/visuals';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { actingAsOf } from '../../core/dashboard/reader/held';
import {
  contributionsTo,
  type ChangeAsked,
  type Contributions,
} from '../../core/dashboard/turn/comparing/contributions';
import { settle } from '../../core/dashboard/turn/settle';
import { todayFor } from '../../core/dashboard/document/clock';
import { Problem } from '../problem';
import { preparedFor } from './answer';

/** Throws a `Problem` where there is no such visual, or no such change. */
export async function contributionsFor(
  document: DashboardDocument,
  given: ReaderState,
  id: string,
  asked: ChangeAsked,
): Promise<Contributions> {
  const state = stateFor(document, given);
  const { design: designed, source } = await preparedFor(document);
  const { model } = designed;
  const design = designed.chosen(state);
  const visual = design.document.visuals.find((entry) => entry.id === id);
  if (!visual || !isMeasured(visual))
    throw new Problem('no-such-item', `There is no visual “${id}” with measures on this dashboard.`, 404);
  const now = todayFor(document, model, Date.now());
  const settings = await settle(design, state, now, source);
  const today = actingAsOf(document, state) ?? now;
  const found = await contributionsTo({ design, state, settings, source, today }, visual, asked);
  if (!found)
    throw new Problem('no-such-change', 'There is nothing to compare with here, so there is no change.', 404);
  return found;
}
