/** What another calendar rule would change, before it is saved. */
import { dayCountWords, unitWords, windowWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { countDays, sameRuns, type DayRuns } from '../../core/calendar/runs';
import { tolerant } from '../../core/cube/query';
import { todayFor } from '../../core/dashboard/document/clock';
import type { MovedWindow, RecutVisual, RuleChanges } from '../../core/model/ruleChanges';
import { isAttribute, dimensionName } from '../../core/model/dimension';
import { isTimeControl, type DashboardDocument } from '../../core/dashboard/document/document';
import type { Model } from '../../core/model/model';
import { designOf } from '../../core/dashboard/wiring/design';
import { settle } from '../../core/dashboard/turn/settle';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import { titleOf } from '../../core/dashboard/document/title';
import { dimensionsOf, isMeasured } from '../../core/dashboard/document/visuals';
import { runsWords } from '../../core/period/describe';
import { sourceFor } from '../answers/answer';
import { listDashboards, readDashboard } from '../dashboards/repository';
import { readModel } from '../model/model';

const movedBy = (before: number | undefined, after: number | undefined) =>
  before === undefined || after === undefined || !Number.isFinite(before) || !Number.isFinite(after)
    ? null
    : after - before;

/** Default windows of all dashboards that would move under a rule, and visuals that would be cut anew. */
export async function changesUnder(rule: CalendarRule): Promise<RuleChanges> {
  const { model, stored } = await readModel();
  const next: Model = { ...model, rule };
  const windows: MovedWindow[] = [];
  const visuals: RecutVisual[] = [];
  const entries = await listDashboards();
  for (const entry of entries) {
    const { document } = await readDashboard(entry.id);
    const today = todayFor(document, model, Date.now());
    const source = tolerant(await sourceFor(designOf(document, model), stored));
    const before = await settle(designOf(document, model), DEFAULT_STATE, today, source);
    const after = await settle(designOf(document, next), DEFAULT_STATE, today, source);
    for (const control of document.controls.filter(isTimeControl)) {
      const old = before.get(control.id);
      const fresh = after.get(control.id);
      if (old?.kind !== 'window' || fresh?.kind !== 'window' || sameRuns(old.runs, fresh.runs)) continue;
      windows.push({
        dashboard: entry.id,
        title: entry.title,
        control: titleOf(control, model),
        phrase: control.default,
        before: wordsOf(old.runs, model.rule),
        after: wordsOf(fresh.runs, rule),
        startMoves: movedBy(old.runs[0]?.start, fresh.runs[0]?.start),
        endMoves: movedBy(old.runs.at(-1)?.end, fresh.runs.at(-1)?.end),
      });
    }
    visuals.push(
      ...recut(document, model, rule, today).map((found) => ({
        dashboard: entry.id,
        title: entry.title,
        ...found,
      })),
    );
  }
  return { windows, visuals, dashboards: entries.length };
}

/** Dates, never names of units: these are what changes. */
function wordsOf(runs: DayRuns, rule: CalendarRule): string {
  const [run] = runs;
  if (!run) return 'no day';
  const days = countDays(runs);
  if (runs.length > 1 || !Number.isFinite(days)) return runsWords(runs, rule);
  return `${windowWords(run.start, run.end)} (${dayCountWords(days)})`;
}

/** Visuals whose buckets or classes follow from the part of the rule that changes. */
function recut(document: DashboardDocument, model: Model, rule: CalendarRule, today: number) {
  const weeks = rule.weekStart !== model.rule.weekStart;
  const weekends = [...rule.weekend].sort().join() !== [...model.rule.weekend].sort().join();
  const fiscal = JSON.stringify(rule.fiscal) !== JSON.stringify(model.rule.fiscal);
  return document.visuals.flatMap((visual) => {
    const reasons: string[] = [];
    const grain = isMeasured(visual) ? visual.grain : 'auto';
    if (grain === 'week' && weeks) reasons.push('its weeks begin on another day');
    if (grain.startsWith('fiscal') && fiscal) {
      const unit = grain as 'fiscal month';
      reasons.push(
        `today lies in ${unitWords(unit, today, rule)} in place of ${unitWords(unit, today, model.rule)}`,
      );
    }
    for (const dimension of dimensionsOf(visual)) {
      if (!isAttribute(dimension)) continue;
      const { attribute } = dimension;
      const name = dimensionName(model, dimension).toLowerCase();
      if (attribute.startsWith('fiscal') && fiscal) reasons.push(`its ${name}s change`);
      if (attribute === 'weekday' && weeks) reasons.push('its weekdays come in another order');
      if (attribute === 'weekend' && weekends) reasons.push('other days are weekend');
    }
    return reasons.length === 0 ? [] : [{ visual: titleOf(visual, model), reason: reasons.join('; ') }];
  });
}
