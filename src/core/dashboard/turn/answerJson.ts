/** Turns' answers as JSON for scripts: days as ISO texts, open ends as "..". */
import { isoDay } from '../../calendar/day';
import type { DayRuns } from '../../calendar/runs';
import { bucketEnd } from '../../cube/aggregate';
import { describeRuns } from '../../period/describe';
import type { ControlAnswer, LaneAnswer, ShownAnswer, TurnAnswer, VisualAnswer } from './answer';
import type { Buckets } from './grain';

const endText = (day: number) => (Number.isFinite(day) ? isoDay(day) : '..');
const runsText = (runs: DayRuns) => runs.map((run) => [endText(run.start), endText(run.end)]);
const dayText = (day: number | null | undefined) => (day === undefined || day === null ? null : isoDay(day));

type Json = Readonly<Record<string, unknown>>;

/** The JSON form of each kind of a control's answer. */
const CONTROLS: {
  readonly [K in ControlAnswer['kind']]: (answer: Extract<ControlAnswer, { kind: K }>) => object;
} = {
  asof: (answer) => ({ kind: 'asof', today: isoDay(answer.today), asOf: dayText(answer.asOf) }),
  period: (answer) => ({
    kind: answer.kind,
    phrase: answer.text,
    error: answer.error,
    asked: runsText(answer.asked),
    empty: answer.empty,
    words: describeRuns(answer.asked, answer.context.rule),
    shown: runsText(answer.shown),
    daysWithData: answer.daysWithData,
    nearest: dayText(answer.nearest),
    followed: answer.followed,
    covered: runsText(answer.covered),
  }),
  slicer: (answer) => answer,
  condition: (answer) => answer,
  numbers: (answer) => answer,
  value: (answer) => answer,
  hidden: () => ({ kind: 'hidden' }),
  elsewhere: (answer) => answer,
  broken: (answer) => answer,
};

const controlJson = (answer: ControlAnswer) =>
  (CONTROLS[answer.kind] as (answer: ControlAnswer) => object)(answer);

const bucketsJson = (buckets: Buckets) =>
  buckets.starts.map((start, i) => ({ start: isoDay(start), end: isoDay(bucketEnd(buckets, i)) }));

/** What is particular to each kind of visual. */
const FIGURES: { readonly [K in ShownAnswer['kind']]: (answer: Extract<ShownAnswer, { kind: K }>) => Json } =
  {
    table: () => ({}),
    text: (answer) => ({ values: answer.values }),
    chart: (answer) => {
      const places = answer.buckets
        ? bucketsJson(answer.buckets)
        : (answer.categories ?? []).map((category) => ({ category }));
      return {
        grain: answer.buckets?.unit ?? null,
        series: answer.series.map(({ name, others, axis, provisionalFrom }) => ({
          name: others === undefined ? name : { others },
          axis,
          provisionalFrom,
        })),
        data: places.map((place, i) => ({
          ...place,
          values: answer.series.map((entry) => entry.values[i] ?? null),
          ...(answer.lit ? { kept: answer.lit.map((entry) => entry[i] ?? null) } : {}),
        })),
      };
    },
    crosstab: (answer) => ({
      grain: answer.buckets?.unit ?? null,
      periods: answer.buckets ? bucketsJson(answer.buckets) : [],
      total: answer.total,
      data: answer.table,
    }),
    figure: (answer) => ({
      value: answer.value,
      grain: answer.buckets.unit,
      data: bucketsJson(answer.buckets).map((place, i) => ({ ...place, value: answer.values[i] ?? null })),
    }),
    calendarmap: (answer) => ({
      provisionalFrom: dayText(answer.provisionalFrom),
      data: answer.values.map((value, i) => ({ day: isoDay(answer.first + i), value })),
    }),
  };

const figuresJson = (answer: ShownAnswer) => (FIGURES[answer.kind] as (answer: ShownAnswer) => Json)(answer);

function visualJson(answer: VisualAnswer) {
  if (answer.kind === 'elsewhere' || answer.kind === 'broken') return answer;
  if (answer.kind === 'empty') {
    return { kind: 'empty', asked: runsText(answer.asked), nearest: dayText(answer.nearest) };
  }
  const windowText = <T extends { asked: DayRuns; shown: DayRuns }>(window: T) => ({
    ...window,
    asked: runsText(window.asked),
    shown: runsText(window.shown),
  });
  return {
    kind: answer.kind,
    window: windowText(answer.window),
    uses: answer.uses.map(({ selection: _, ...use }) => windowText(use)),
    rows: answer.rows,
    layout: answer.layout,
    latest: isoDay(answer.latest),
    notes: answer.notes.map((note) => note.words),
    ...figuresJson(answer),
  };
}

const laneJson = (lane: LaneAnswer) => ({
  ...lane,
  runs: runsText(lane.runs),
  provisionalFrom: dayText(lane.provisionalFrom),
});

const mapped = <A, B>(record: Record<string, A>, change: (entry: A) => B) =>
  Object.fromEntries(Object.entries(record).map(([key, entry]) => [key, change(entry)]));

/** The JSON form of a turn's answer. */
export function answerJson(answer: TurnAnswer) {
  return {
    controls: mapped(answer.controls, controlJson),
    visuals: mapped(answer.visuals, visualJson),
    lanes: mapped(answer.lanes, laneJson),
  };
}

const OPEN_START = '-open';
const OPEN_END = 'open';

/** Answers as text that gives back the very same values, open ends included. */
export function packAnswer(answer: TurnAnswer): string {
  return JSON.stringify(answer, (_, value: unknown) =>
    value === -Infinity ? OPEN_START : value === Infinity ? OPEN_END : value,
  );
}

/** Reads what `packAnswer` wrote. */
export function unpackAnswer(text: string): TurnAnswer {
  return JSON.parse(text, (key, value: unknown) => {
    if (key === 'start' && value === OPEN_START) return -Infinity;
    return key === 'end' && value === OPEN_END ? Infinity : value;
  }) as TurnAnswer;
}
