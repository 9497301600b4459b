/** A dashboard resolved for each of many days to come: which windows it would show, and on which days something goes wrong. */
import type { Day } from '../../calendar/day';
import { dayWords } from '../../calendar/names';
import { countDays, countDaysIn, intersectRuns, unionRuns, type DayRuns } from '../../calendar/runs';
import { selectionKey, tolerant, type Source } from '../../cube/query';
import { describeRuns } from '../../period/describe';
import { dimensionsInWords } from '../../model/dimension';
import { isTimeControl, type Visual } from '../document/document';
import { isMeasured } from '../document/visuals';
import { comparedMeasures } from '../turn/answers/measured';
import { groundBaselines } from '../turn/comparing/baselines';
import { baselineLabel, hasBaseline } from '../turn/comparing/words';
import type { ReachContext } from '../turn/reach';
import type { Design } from '../wiring/design';
import { seenBy } from '../wiring/selection';
import { coveredBy } from '../turn/covered';
import { settle } from '../turn/settle';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { titleOf } from '../document/title';

/** What is assumed of data to come: it goes on arriving, as many days behind as now, or none arrives any more. */
export const DATA_ASSUMPTIONS = ['same lag', 'no new data'] as const;
export type DataAssumption = (typeof DATA_ASSUMPTIONS)[number];

export interface RehearsalInput {
  readonly design: Design;
  readonly state?: ReaderState;
  /** The day from which data lags behind: today. */
  readonly today: Day;
  /** First and last day (inclusive) to rehearse. */
  readonly from: Day;
  readonly to: Day;
  readonly assumption: DataAssumption;
}

/** A stretch of days on which an item is in one state. */
export interface RehearsalLane {
  readonly item: string;
  readonly title: string;
  readonly kind: 'control' | 'visual';
  /** For each day: 0 nothing to show, 1 some days without data, 2 data on every day, 3 the phrase has no day. */
  readonly states: readonly number[];
  /** For each day the index of its window in `windows`. */
  readonly window: readonly number[];
  readonly windows: readonly string[];
}

type ProblemKind = 'empty phrase' | 'no data' | 'jump' | 'no baseline';
interface RehearsalProblem {
  readonly day: Day;
  readonly item: string;
  readonly kind: ProblemKind;
  readonly words: string;
  /** Days in a row on which it is so. */
  readonly days: number;
}

export interface Rehearsal {
  readonly from: Day;
  readonly to: Day;
  readonly lanes: readonly RehearsalLane[];
  /** In the order of their first days. */
  readonly problems: readonly RehearsalProblem[];
}

/** Days with data as they would be on a later day. */
export function arrived(covered: DayRuns, today: Day, day: Day, assumption: DataAssumption): DayRuns {
  const latest = covered[covered.length - 1]?.end;
  if (latest === undefined || assumption === 'no new data' || day <= today) return covered;
  const end = latest + (day - today);
  return unionRuns(covered, [{ start: latest + 1, end }]);
}

/** A source whose days with data are those of a later day; figures are not rehearsed. */
function sourceOn(source: Source, known: Map<string, DayRuns>, input: RehearsalInput, day: Day): Source {
  return {
    async covered(selection) {
      const key = selectionKey({ ...selection, otherDays: [] });
      let base = known.get(key);
      if (!base) {
        base = (await source.covered({ ...selection, otherDays: [] })) ?? [];
        known.set(key, base);
      }
      return arrived(base, input.today, day, input.assumption);
    },
    aggregate: () => undefined,
  };
}

interface DayState {
  readonly state: number;
  /** Baselines of a visual that have no day with data. */
  readonly missing?: readonly string[];
  readonly runs: DayRuns;
}

const stateOf = (runs: DayRuns, withData: number): number =>
  withData === 0 ? 0 : Number.isFinite(countDays(runs)) && withData < countDays(runs) ? 1 : 2;

/** What each item shows on one day. */
async function onDay(input: RehearsalInput, source: Source, day: Day): Promise<Map<string, DayState>> {
  const { state = DEFAULT_STATE } = input;
  const design = input.design.chosen(state);
  const { document } = design;
  const settings = await settle(design, { ...state, asOf: null }, day, source);
  const states = new Map<string, DayState>();
  for (const control of document.controls) {
    const setting = settings.get(control.id);
    if (!isTimeControl(control) || setting?.kind !== 'window') continue;
    const data = setting.context.data;
    const withData = setting.runs.reduce((days, run) => days + countDaysIn(data, run.start, run.end), 0);
    states.set(control.id, {
      state: setting.empty ? 3 : stateOf(setting.runs, withData),
      runs: setting.runs,
    });
  }
  for (const visual of document.visuals) {
    let best: DayState | undefined;
    for (const use of design.coverageUses(visual)) {
      const seen = seenBy(design, settings, visual, use);
      const data = (await coveredBy(source, seen.selection, use.measure, design.model.rule)) ?? [];
      const inside = intersectRuns(data, seen.window);
      const found = { state: stateOf(seen.window, countDays(inside)), runs: seen.window };
      if (!best || found.state > best.state) best = found;
    }
    const missing = await missingBaselines({ design, state, settings, source, today: day }, visual);
    if (best) states.set(visual.id, missing.length > 0 ? { ...best, missing } : best);
  }
  return states;
}

/** The baselines of a visual that have no day with data for its first measure. */
async function missingBaselines(context: ReachContext, visual: Visual): Promise<string[]> {
  const comparing = isMeasured(visual) && (await comparedMeasures(context, visual));
  if (!comparing) return [];
  const { compared, measures } = comparing;
  const baselines = (await groundBaselines(context, visual, compared, measures.slice(0, 1))) ?? [];
  return baselines.filter((baseline) => !hasBaseline(baseline.measures[0]!.answer)).map(baselineLabel);
}

/** Rehearses a dashboard with its defaults (or a reader's state). */
export async function rehearse(input: RehearsalInput, asked: Source): Promise<Rehearsal> {
  const { from, to } = input;
  const { document, model } = input.design;
  const source = tolerant(asked);
  const known = new Map<string, DayRuns>();
  const days: Map<string, DayState>[] = [];
  for (let day = from; day <= to; day++)
    days.push(await onDay(input, sourceOn(source, known, input, day), day));
  const items = [
    ...document.controls.filter(isTimeControl).map((item) => ({ item, kind: 'control' as const })),
    ...document.visuals.map((item) => ({ item, kind: 'visual' as const })),
  ].filter(({ item }) => days.some((states) => states.has(item.id)));
  const lanes = items.map(({ item, kind }): RehearsalLane => {
    const windows: string[] = [];
    const known = new Map<string, number>();
    const window = days.map((states) => {
      const words = describeRuns(states.get(item.id)?.runs ?? [], model.rule);
      const at = known.get(words) ?? windows.push(words) - 1;
      known.set(words, at);
      return at;
    });
    const states = days.map((entry) => entry.get(item.id)?.state ?? 0);
    return { item: item.id, title: titleOf(item, model), kind, states, window, windows };
  });
  const problems = items.flatMap(({ item, kind }) =>
    problemsOf(input, item.id, titleOf(item, model), kind, days),
  );
  problems.sort((a, b) => a.day - b.day);
  return { from, to, lanes, problems };
}

/** A window whose length changes by more than this factor from one day to the next jumps. */
const JUMP = 3;

function problemsOf(
  input: RehearsalInput,
  item: string,
  title: string,
  kind: 'control' | 'visual',
  days: readonly Map<string, DayState>[],
): RehearsalProblem[] {
  const problems: { day: Day; item: string; kind: ProblemKind; words: string; days: number }[] = [];
  let open: (typeof problems)[number] | undefined;
  let before: DayState | undefined;
  days.forEach((states, i) => {
    const now = states.get(item);
    const day = input.from + i;
    const wrong = now && problemKind(now, before, kind);
    if (wrong && open?.kind === wrong && wrong !== 'jump') open.days++;
    else if (wrong) {
      open = { day, item, kind: wrong, days: 1, words: problemWords(input, title, wrong, now, before, day) };
      problems.push(open);
    } else open = undefined;
    before = now;
  });
  return problems;
}

function problemKind(
  now: DayState,
  before: DayState | undefined,
  kind: 'control' | 'visual',
): ProblemKind | undefined {
  if (now.state === 3) return 'empty phrase';
  // A control whose window has no data is told once, on the visuals that are empty for it.
  if (now.state === 0 && kind === 'visual') return 'no data';
  if (now.missing) return 'no baseline';
  if (!before || kind === 'visual') return undefined;
  return jumps(before.runs, now.runs) ? 'jump' : undefined;
}

/** Whether a window goes back from one day to the next, or loses most of its days. */
function jumps(before: DayRuns, now: DayRuns): boolean {
  const [earlier, length] = [countDays(before), countDays(now)];
  if (!Number.isFinite(length) || !Number.isFinite(earlier) || earlier === 0) return false;
  const isBack = (now[0]?.start ?? 0) < (before[0]?.start ?? 0);
  return isBack || (length * JUMP < earlier && earlier > 7);
}

function problemWords(
  { design: { model } }: RehearsalInput,
  title: string,
  kind: ProblemKind,
  now: DayState,
  before: DayState | undefined,
  day: Day,
): string {
  const days = describeRuns(now.runs, model.rule);
  switch (kind) {
    case 'empty phrase':
      return `${title} has no day on ${dayWords(day)}`;
    case 'no data':
      return now.runs.length === 0
        ? `${title} is empty: the windows of its time controls do not meet`
        : `${title} is empty: no data in ${days}`;
    case 'no baseline':
      return `${title} has nothing to compare with: ${dimensionsInWords(now.missing ?? [])}`;
    case 'jump':
      return `${title} jumps from ${describeRuns(before?.runs ?? [], model.rule)} to ${days}`;
  }
}
