/** What another calendar rule would change, before it is saved. */
import { unitWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { todayFor } from '../../core/dashboard/document/clock';
import type { MovedWindow, RecutVisual, RuleChanges } from '../../core/model/ruleChanges';
import { isAttribute, dimensionName } from '../../core/model/dimension';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import type { Model } from '../../core/model/model';
import { titleOf } from '../../core/dashboard/document/title';
import { dimensionsOf, isMeasured } from '../../core/dashboard/document/visuals';
import { everyDashboard } from '../dashboards/read';
import { readModel } from '../model/model';
import { movedWindows } from '../wiring/movedWindows';

/** Default windows of all dashboards that would move under a rule, and visuals that would be cut anew. */
export async function changesUnder(rule: CalendarRule): Promise<RuleChanges> {
  const { model, stored } = await readModel();
  const next: Model = { ...model, rule };
  const windows: MovedWindow[] = [];
  const visuals: RecutVisual[] = [];
  let dashboards = 0;
  for await (const { id, document } of everyDashboard()) {
    dashboards++;
    const today = todayFor(document, model, Date.now());
    windows.push(...(await movedWindows({ id, document }, model, next, stored)));
    visuals.push(
      ...recut(document, model, rule, today).map((found) => ({
        dashboard: id,
        title: document.title,
        ...found,
      })),
    );
  }
  return { windows, visuals, dashboards };
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
