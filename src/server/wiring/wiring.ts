/** Check, trace and rehearsal of dashboards, over the rows in use. */
import { tolerant } from '../../core/cube/query';
import type { ToldFindings } from '../../contract/answers';
import { checkDashboard, mendedDocument, type WantedMend } from '../../core/dashboard/review/check';
import type { Finding } from '../../core/dashboard/review/finding';
import { todayFor } from '../../core/dashboard/document/clock';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { rehearse, type DataAssumption, type Rehearsal } from '../../core/dashboard/review/rehearsal';
import { settle } from '../../core/dashboard/turn/settle';
import { actingAsOf } from '../../core/dashboard/reader/held';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { traceOf, type Trace } from '../../core/dashboard/review/trace';
import { preparedFor } from '../answers/answer';
import { Problem } from '../problem';

async function ground(document: DashboardDocument) {
  const { design, source } = await preparedFor(document);
  // A database of others that does not answer is told by the visuals that read it.
  return { design, source: tolerant(source), today: todayFor(document, design.model, Date.now()) };
}

/** The findings of the wiring check; those of the coming year only when asked for. */
export async function checkOf(document: DashboardDocument, year: boolean): Promise<Finding[]> {
  return checkDashboard({ ...(await ground(document)), year });
}

/** Findings as they are sent: a mend by its name alone. */
export const toldFindings = (findings: readonly Finding[]): ToldFindings =>
  findings.map(({ mend, code, items, words }) => ({
    code,
    items: [...items],
    words,
    mend: mend?.label ?? null,
  }));

/** A document with the mend of a finding. Throws a `Problem` when it has no such finding any more. */
export async function mendedBy(document: DashboardDocument, wanted: WantedMend): Promise<DashboardDocument> {
  const mended = await mendedDocument(await ground(document), wanted);
  if (mended) return mended;
  throw new Problem('no-such-finding', 'This is not found any more, so nothing was changed.', 409);
}

/** Why an item shows what it shows. Throws a `Problem` when there is no such item. */
export async function traceFor(
  document: DashboardDocument,
  state: ReaderState,
  item: string,
): Promise<Trace> {
  const { design: designed, source, today } = await ground(document);
  const own = stateFor(document, state);
  const design = designed.chosen(own);
  const settings = await settle(design, own, today, source);
  const context = {
    design,
    settings,
    source,
    state: own,
    realToday: today,
    today: actingAsOf(document, own) ?? today,
  };
  const trace = await traceOf(context, item);
  if (!trace) throw new Problem('no-such-item', `There is no item “${item}” on this dashboard.`, 404);
  return trace;
}

/** A dashboard on each of so many days from today on. */
export async function rehearsalOf(
  document: DashboardDocument,
  days: number,
  assumption: DataAssumption,
): Promise<Rehearsal> {
  const { source, ...rest } = await ground(document);
  const input = { ...rest, from: rest.today, to: rest.today + days - 1, assumption };
  return rehearse(input, source);
}
