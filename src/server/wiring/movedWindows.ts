/** Which windows of the stored dashboards another model would move. */
import { dayCountWords, windowWords } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { countDays, sameRuns, type DayRuns } from '../../core/calendar/runs';
import { tolerant } from '../../core/cube/query';
import { todayFor } from '../../core/dashboard/document/clock';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { periodPlaces } from '../../core/dashboard/document/namedPeriods';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import type { Settings } from '../../core/dashboard/reader/setting';
import { settle } from '../../core/dashboard/turn/settle';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import type { MovedWindow } from '../../core/model/ruleChanges';
import { runsWords } from '../../core/period/describe';
import { resolveText } from '../../core/period/resolve';
import { sourceFor } from '../answers/answer';
import type { StoredDataset } from '../datasets/repository';

const movedBy = (before: number | undefined, after: number | undefined) =>
  before === undefined || after === undefined || !Number.isFinite(before) || !Number.isFinite(after)
    ? null
    : after - before;

/** Dates, never names of units: these are what changes. */
function wordsOf(runs: DayRuns, rule: CalendarRule): string {
  const [run] = runs;
  if (!run) return 'no day';
  const days = countDays(runs);
  if (runs.length > 1 || !Number.isFinite(days)) return runsWords(runs, rule);
  return `${windowWords(run.start, run.end)} (${dayCountWords(days)})`;
}

/** The days of every phrase of a design, in the order of its places; undefined where they cannot be told. */
function windowsOf({ document, model }: Design, settings: Settings): (DayRuns | undefined)[] {
  return periodPlaces(document, model).map(({ item, isOwn, phrase }) => {
    const setting = settings.get(item);
    if (setting?.kind !== 'window') return undefined;
    if (isOwn) return setting.runs;
    const resolved = resolveText(phrase, setting.context);
    return resolved.ok ? resolved.runs : undefined;
  });
}

/** The windows of one dashboard, as readers begin with it, that lie elsewhere under another model. */
export async function movedWindows(
  entry: { readonly id: number; readonly document: DashboardDocument },
  model: Model,
  next: Model,
  stored: StoredDataset[],
): Promise<MovedWindow[]> {
  const today = todayFor(entry.document, model, Date.now());
  const [now, then] = [designOf(entry.document, model), designOf(entry.document, next)];
  const source = tolerant(await sourceFor(now, stored));
  const before = windowsOf(now, await settle(now, DEFAULT_STATE, today, source));
  const after = windowsOf(then, await settle(then, DEFAULT_STATE, today, source));
  return periodPlaces(now.document, model).flatMap((place, i) => {
    const [old, fresh] = [before[i], after[i]];
    if (!old || !fresh || sameRuns(old, fresh)) return [];
    return [
      {
        dashboard: entry.id,
        title: entry.document.title,
        control: place.words,
        phrase: place.phrase,
        before: wordsOf(old, model.rule),
        after: wordsOf(fresh, next.rule),
        startMoves: movedBy(old[0]?.start, fresh[0]?.start),
        endMoves: movedBy(old.at(-1)?.end, fresh.at(-1)?.end),
      },
    ];
  });
}
