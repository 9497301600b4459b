/** Answers of time controls: what they hold, and what they offer. */
import type { DayRuns } from '../../../calendar/runs';
import { clipRuns } from '../../../coverage/coverage';
import { ELSEWHERE } from './parts';
import type { ControlAnswer, PeriodAnswer, Profile } from '../controlAnswer';
import { kindOf } from '../../document/controls';
import type { TimeControl } from '../../document/document';
import type { Design } from '../../wiring/design';
import { finestUnit, wholeUnitsIn } from '../grain';
import { measureOf } from '../../../model/model';
import { reachesOf, type ReachContext } from '../reach';
import { seenBy } from '../../wiring/selection';
import type { Settings } from '../../reader/setting';
import { dashboardContext } from '../dashboardContext';
import { offeredBy } from '../covered';
import { valueTable } from '../valueTable';

/** The stretches of a control's own figures: each day, or as many as can be told apart in a histogram. */
export type Stretch = 'day' | 'few';

/** Answers a time control; a source that cannot is told by `elsewhere`. */
export async function answerTimeControl(
  context: ReachContext,
  control: TimeControl,
  stretch: Stretch = 'few',
): Promise<ControlAnswer> {
  const { design, settings } = context;
  const setting = settings.get(control.id);
  if (!setting) return hidden(context, control);
  if (setting.kind !== 'window') return ELSEWHERE;
  const covered = await offeredBy(context, control, control);
  if (!covered) return ELSEWHERE;
  const clipped = clipRuns(setting.runs, covered);
  const profile = await profileOf(context, control, covered, stretch);
  if (profile === undefined) return ELSEWHERE;
  return {
    kind: 'period',
    text: setting.text,
    error: setting.error,
    asked: setting.runs,
    empty: setting.empty,
    shown: clipped.empty ? [] : clipped.runs,
    daysWithData: clipped.empty ? 0 : clipped.daysWithData,
    nearest: clipped.empty ? clipped.nearest?.day : undefined,
    followed: setting.followed,
    covered,
    context: setting.context,
    others: otherWindows(design, settings, control),
    profile,
  };
}

/** A control that is not revealed does nothing, but its phrases can be set all the same. */
async function hidden(context: ReachContext, control: TimeControl): Promise<ControlAnswer> {
  const data = await offeredBy(context, control, control);
  return { kind: 'hidden', context: dashboardContext(context, control, data ?? []) };
}

/** Most stretches of a histogram. */
const MOST_BARS = 160;

/** The figures under a range slider or in a calendar; null when there are none to show, undefined for elsewhere. */
async function profileOf(
  context: ReachContext,
  control: TimeControl,
  covered: DayRuns,
  stretch: Stretch,
): Promise<Profile | null | undefined> {
  const { source } = context;
  const { model } = context.design;
  const earliest = covered[0]?.start;
  const latest = covered[covered.length - 1]?.end;
  const shown = kindOf(control).measure?.(control) ?? null;
  const measure = shown && measureOf(model, shown.dataset, shown.measure);
  if (!shown || !measure || earliest === undefined || latest === undefined) return null;
  const unit = stretch === 'day' ? 'day' : finestUnit(latest - earliest + 1, MOST_BARS);
  const { starts, end } = wholeUnitsIn(unit, earliest, latest, model.rule);
  const seen = await reachesOf(context, control, shown);
  if (!seen) return undefined;
  // A histogram shows all that the control offers, whatever other time controls say.
  const reaches = seen.map((reach) => ({ ...reach, shown: [{ start: starts[0]!, end }] }));
  const wanted = { dimensions: [], buckets: { starts, end } };
  const outcome = await valueTable(model, source, measure, reaches, wanted);
  if (outcome.kind !== 'table') return undefined;
  return { starts, end, values: outcome.table.values[0] ?? starts.map(() => null) };
}

/** Windows of other time controls wired through the same date role to a visual that this one is wired to. */
function otherWindows(design: Design, settings: Settings, control: TimeControl): PeriodAnswer['others'] {
  const others = new Map<string, DayRuns>();
  for (const visual of design.document.visuals) {
    for (const use of design.uses(visual)) {
      const { acting } = seenBy(design, settings, visual, use);
      const own = acting.find((entry) => entry.control === control.id)?.route;
      if (own?.kind !== 'role') continue;
      for (const { control: other, route } of acting) {
        const setting = settings.get(other);
        const meets = route.kind === 'role' && route.role === own.role;
        if (other !== control.id && meets && setting?.kind === 'window') others.set(other, setting.runs);
      }
    }
  }
  return [...others].map(([other, runs]) => ({ control: other, runs }));
}
