/** Answers of controls: what they hold, and what they offer. */
import type { DayRuns } from '../calendar/runs';
import { clipRuns } from '../coverage/coverage';
import type { Selection, Source } from '../cube/query';
import { broken, ELSEWHERE, missingCategory, missingDataset } from './answerParts';
import type { ControlAnswer, PeriodAnswer, Profile } from './answers';
import type { DashboardDocument, MeasureRef, Slicer, TimeControl } from './document';
import { measureValues, numbersFor } from './figures';
import { finestUnit, wholeUnitsIn } from './grain';
import { measureOf, type Model } from './model';
import { isCategory, seenBy } from './selection';
import type { Settings } from './setting';
import { offeredOf } from './settle';
import { datasetUses } from './wiring';

/** Answers a time control; a source that cannot is told by `elsewhere`. */
export async function answerTimeControl(
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  control: TimeControl,
  source: Source,
): Promise<ControlAnswer> {
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
  const profile = await profileOf(document, model, settings, control, covered, source);
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
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  control: TimeControl,
  covered: DayRuns,
  source: Source,
): Promise<Profile | null | undefined> {
  const earliest = covered[0]?.start;
  const latest = covered[covered.length - 1]?.end;
  const shown: MeasureRef | null =
    control.kind === 'range' ? control.measure : control.kind === 'calendar' ? control.tint : null;
  const measure = shown && measureOf(model, shown.dataset, shown.measure);
  if (!shown || !measure || earliest === undefined || latest === undefined) return null;
  const unit = control.kind === 'calendar' ? 'day' : finestUnit(latest - earliest + 1, MOST_BARS);
  const { starts, end } = wholeUnitsIn(unit, earliest, latest, model.rule);
  const { selection } = seenBy(document, model, settings, control, {
    dataset: shown.dataset,
    role: measure.role,
  });
  const answer = await source.aggregate({
    ...selection,
    window: [{ start: starts[0]!, end }],
    by: { kind: 'buckets', starts, end },
    numbers: numbersFor(model, shown.dataset, measure),
  });
  return answer && { starts, end, values: measureValues(measure, answer) };
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

/** Answers a slicer. */
export async function answerSlicer(
  document: DashboardDocument,
  model: Model,
  settings: Settings,
  slicer: Slicer,
  source: Source,
): Promise<ControlAnswer> {
  const [use] = datasetUses(document, model, slicer);
  const setting = settings.get(slicer.id);
  if (!setting) return { kind: 'hidden' };
  if (!use || setting.kind !== 'choice') return broken(missingDataset(slicer.dataset));
  if (!isCategory(model, slicer.dataset, slicer.column)) return broken(missingCategory(slicer.column));
  const by = { kind: 'category', column: slicer.column } as const;
  const whole: Selection = { dataset: use.dataset, day: use.role, filters: [], otherDays: [] };
  const everything = await source.aggregate({
    ...whole,
    window: [{ start: -Infinity, end: Infinity }],
    by,
    numbers: [],
  });
  const seen = seenBy(document, model, settings, slicer, use);
  if (seen.pending) return ELSEWHERE;
  const now = await source.aggregate({ ...seen.selection, window: seen.window, by, numbers: [] });
  if (!everything || !now) return ELSEWHERE;
  const rows = new Map(now.keys.map((value, i) => [value, now.rows[i]!]));
  const known = new Set(everything.keys);
  const values = [...everything.keys, ...setting.values.filter((value) => !known.has(value))];
  values.sort(compareValues);
  return {
    kind: 'slicer',
    choice: setting.values,
    values: values.map((value) => ({ value, rows: rows.get(value) ?? 0 })),
  };
}

/** By name, blank last. */
export function compareValues(a: string | null, b: string | null): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return a.localeCompare(b, 'en', { numeric: true });
}
