/** Answers of time controls: what they hold, and what they offer. */
import type { DayRuns } from '../../../calendar/runs';
import { clipRuns } from '../../../coverage/coverage';
import { ELSEWHERE } from './parts';
import type { ControlAnswer, PeriodAnswer, Profile } from '../answer';
import type { DashboardDocument, MeasureRef, TimeControl } from '../../document/document';
import { finestUnit, wholeUnitsIn } from '../grain';
import { measureOf, type Model } from '../../../model/model';
import { reachOf, type ReachContext } from '../reach';
import { seenBy } from '../../wiring/selection';
import type { Settings } from '../../reader/setting';
import { offeredOf } from '../settle';
import { datasetUses, partsOf } from '../../wiring/uses';
import { valueTable } from '../valueTable';

/** Answers a time control; a source that cannot is told by `elsewhere`. */
export async function answerTimeControl(context: ReachContext, control: TimeControl): Promise<ControlAnswer> {
  const { document, model, settings, source } = context;
  const setting = settings.get(control.id);
  if (!setting) return { kind: 'hidden' };
  if (setting.kind !== 'window') return ELSEWHERE;
  const offered: DayRuns[] = [];
  for (const use of datasetUses(document, model, control)) {
    const seen = seenBy(document, model, settings, control, use);
    const covered = seen.pending ? undefined : await source.covered(seen.selection);
    if (!covered) return ELSEWHERE;
    offered.push(covered);
  }
  const covered = offeredOf(control, offered);
  const clipped = clipRuns(setting.runs, covered);
  const profile = await profileOf(context, control, covered);
  if (profile === undefined) return ELSEWHERE;
  return {
    kind: 'period',
    text: setting.text,
    error: setting.error,
    asked: setting.runs,
    empty: setting.empty,
    shown: clipped.empty ? [] : clipped.runs,
    daysWithData: clipped.empty ? 0 : clipped.daysWithData,
    nearest: clipped.empty ? clipped.nearest : undefined,
    followed: setting.followed,
    covered,
    context: setting.context,
    others: otherWindows(document, model, settings, control),
    profile,
  };
}

/** Most stretches of a histogram. */
const MOST_BARS = 160;

/** The figures under a range slider or in a calendar; null when there are none to show, undefined for elsewhere. */
async function profileOf(
  context: ReachContext,
  control: TimeControl,
  covered: DayRuns,
): Promise<Profile | null | undefined> {
  const { model, source } = context;
  const earliest = covered[0]?.start;
  const latest = covered[covered.length - 1]?.end;
  const shown: MeasureRef | null =
    control.kind === 'range' ? control.measure : control.kind === 'calendar' ? control.tint : null;
  const measure = shown && measureOf(model, shown.dataset, shown.measure);
  if (!shown || !measure || earliest === undefined || latest === undefined) return null;
  const unit = control.kind === 'calendar' ? 'day' : finestUnit(latest - earliest + 1, MOST_BARS);
  const { starts, end } = wholeUnitsIn(unit, earliest, latest, model.rule);
  const reaches = [];
  for (const part of partsOf(model, shown) ?? []) {
    const reach = await reachOf(context, control, part, false);
    if (!reach) return undefined;
    // A histogram shows all that the control offers, whatever other time controls say.
    reaches.push({ ...reach, shown: [{ start: starts[0]!, end }] });
  }
  const wanted = { dimensions: [], buckets: { starts, end } };
  const outcome = await valueTable(model, source, measure, reaches, wanted);
  if (outcome.kind !== 'table') return undefined;
  return { starts, end, values: outcome.table.values[0] ?? starts.map(() => null) };
}

/** Windows of other time controls wired through the same date role to a visual that this one is wired to. */
function otherWindows(
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  control: TimeControl,
): PeriodAnswer['others'] {
  const others = new Map<string, DayRuns>();
  for (const visual of document.visuals) {
    for (const use of datasetUses(document, model, visual)) {
      const { acting } = seenBy(document, model, settings, visual, use);
      const own = acting.find((entry) => entry.control === control.id)?.route;
      if (own?.kind !== 'role') continue;
      for (const { control: other, route } of acting) {
        const setting = settings.get(other);
        if (
          other === control.id ||
          route.kind !== 'role' ||
          route.role !== own.role ||
          setting?.kind !== 'window'
        )
          continue;
        others.set(other, setting.runs);
      }
    }
  }
  return [...others].map(([other, runs]) => ({ control: other, runs }));
}
