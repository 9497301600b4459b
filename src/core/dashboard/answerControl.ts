/** Answers of controls: what they hold, and what they offer. */
import type { Attribute } from '../calendar/attributes';
import { ALL_DAYS, type DayRuns } from '../calendar/runs';
import { clipRuns } from '../coverage/coverage';
import type { Grouping } from '../cube/query';
import { broken, ELSEWHERE, missingDataset, missingDimension } from './answerParts';
import type { ControlAnswer, PeriodAnswer, Profile } from './answers';
import type { DashboardDocument, MeasureRef, Slicer, TimeControl } from './document';
import { compareValues, dayClasses, groupColumn, isAttribute, isKnown } from './dimension';
import { finestUnit, wholeUnitsIn } from './grain';
import { measureOf, type Model } from './model';
import { reachOf, type ReachContext } from './reach';
import { seenBy } from './selection';
import type { Settings } from './setting';
import { offeredOf } from './settle';
import { datasetUses, partsOf } from './uses';
import { valueTable } from './valueTable';

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

/** Answers a slicer: every value it can have, with the rows of all datasets it reaches. */
export async function answerSlicer(context: ReachContext, slicer: Slicer): Promise<ControlAnswer> {
  const { document, model, settings, source } = context;
  const { dimension } = slicer;
  const setting = settings.get(slicer.id);
  if (!setting) return { kind: 'hidden' };
  const uses = datasetUses(document, model, slicer);
  if (uses.length === 0 || setting.kind !== 'choice') {
    return broken(isAttribute(dimension) ? 'There is no dataset yet.' : missingDataset(dimension.dataset));
  }
  if (!isKnown(model, dimension)) return broken(missingDimension(model, dimension));
  const known = new Set<string | null>();
  const rows = new Map<string | null, number>();
  for (const use of uses) {
    const column = groupColumn(model, dimension, use.dataset);
    if (!column) continue;
    const by: Grouping = { columns: [column], buckets: null };
    const all = { dataset: use.dataset, day: use.role, filters: [], otherDays: [], conditions: [] };
    const everything = await source.aggregate({ ...all, window: ALL_DAYS, by, numbers: [] });
    const seen = seenBy(document, model, settings, slicer, use);
    if (seen.pending || !everything) return ELSEWHERE;
    const now = await source.aggregate({ ...seen.selection, window: seen.window, by, numbers: [] });
    if (!now) return ELSEWHERE;
    for (const [value] of everything.keys) known.add(value!);
    now.keys.forEach(([value], i) => rows.set(value!, (rows.get(value!) ?? 0) + now.rows[i]!));
  }
  if (isAttribute(dimension) && listsAll(dimension.attribute))
    for (const value of dayClasses(model, dimension.attribute).values) if (value !== null) known.add(value);
  for (const value of setting.values) known.add(value);
  const natural = compareValues(model, dimension);
  const measured = slicer.orderBy
    ? await valuesByMeasure(context, slicer, slicer.orderBy)
    : new Map<string | null, number>();
  if (!measured) return ELSEWHERE;
  const size = (value: string | null) => measured.get(value) ?? -Infinity;
  const values = [...known].sort((a, b) => (size(a) === size(b) ? natural(a, b) : size(b) - size(a)));
  return {
    kind: 'slicer',
    choice: setting.values,
    values: values.map((value) => ({ value, rows: rows.get(value) ?? 0 })),
  };
}

/** The values of a measure by a slicer's dimension, under what is wired into the slicer; undefined for elsewhere. */
async function valuesByMeasure(
  context: ReachContext,
  slicer: Slicer,
  ref: MeasureRef,
): Promise<Map<string | null, number> | undefined> {
  const measure = measureOf(context.model, ref.dataset, ref.measure);
  const reaches = [];
  for (const part of partsOf(context.model, ref) ?? []) {
    const reach = await reachOf(context, slicer, part, false);
    if (!reach) return undefined;
    reaches.push(reach);
  }
  if (!measure || reaches.length === 0) return new Map();
  const wanted = { dimensions: [slicer.dimension], buckets: null };
  const outcome = await valueTable(context.model, context.source, measure, reaches, wanted);
  if (outcome.kind === 'elsewhere') return undefined;
  if (outcome.kind === 'no column') return new Map();
  const { keys, values } = outcome.table;
  return new Map(keys.map((key, i) => [key[0]!, values[i]![0] ?? -Infinity]));
}

/** Whether a slicer lists values of an attribute that no row has: those of which there are few. */
const listsAll = (attribute: Attribute) =>
  attribute === 'weekday' || attribute === 'weekend' || attribute === 'month';
