/** Turns' answers as JSON for scripts: days as ISO texts, open ends as "..". */
import { isoDay } from '../../calendar/day';
import type { DayRuns } from '../../calendar/runs';
import { bucketEnd } from '../../cube/aggregate';
import { describeRuns } from '../../period/describe';
import type {
  ChartAnswer,
  CrosstabCell,
  LaneAnswer,
  PeriodColumnAnswer,
  ShownAnswer,
  TurnAnswer,
  VisualAnswer,
} from './answer';
import type { ControlAnswer } from './controlAnswer';
import { changeOf, type BaselineAnswer, type BaselineMeasureAnswer, type Partner } from './comparing/answer';
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
  measures: (answer) => answer,
  grain: (answer) => answer,
  baselines: ({ kind, chosen, offers }) => ({
    kind,
    chosen,
    offers: offers.map((offer) => ({ ...offer, windows: offer.windows.map(baselineMeasureJson) })),
  }),
  hidden: () => ({ kind: 'hidden' }),
  elsewhere: (answer) => answer,
  broken: (answer) => answer,
};

const controlJson = (answer: ControlAnswer) =>
  (CONTROLS[answer.kind] as (answer: ControlAnswer) => object)(answer);

const bucketsJson = (buckets: Buckets) =>
  buckets.starts.map((start, i) => ({ start: isoDay(start), end: isoDay(bucketEnd(buckets, i)) }));

const baselineMeasureJson = (answer: BaselineMeasureAnswer): Json =>
  'error' in answer
    ? { error: answer.error }
    : { ...answer, windows: runsText(answer.windows), shown: runsText(answer.shown) };

const partnerJson = (partner: Partner | undefined) =>
  partner ? { start: isoDay(partner.start), end: isoDay(partner.end) } : null;

function chartBesideJson(against: NonNullable<ChartAnswer['against']>, i: number): Json {
  const isOverTime = against.every(({ partners }) => partners !== null);
  return {
    baselines: against.map(({ series }) => series.map((values) => values[i] ?? null)),
    ...(isOverTime ? { partners: against.map(({ partners }) => partnerJson(partners?.[i])) } : {}),
  };
}

/** A cell, with the changes of period columns after their values. */
const cellJson = ({ changes, values, ...cell }: CrosstabCell): Json => ({
  ...cell,
  values: [...values, ...(changes ?? [])],
});

const columnJson = ({ id, window, shown, problem }: PeriodColumnAnswer): Json => ({
  id,
  window: runsText(window),
  shown: runsText(shown),
  ...(problem === null ? {} : { problem }),
});

/** What a bucket or category is compared with, if anything is compared. */
function besideJson(
  against: readonly { readonly values: readonly (number | null)[]; readonly partners: readonly Partner[] }[],
  i: number,
): Json {
  return {
    baselines: against.map(({ values }) => values[i] ?? null),
    partners: against.map(({ partners }) => partnerJson(partners[i])),
  };
}

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
          ...(answer.against ? chartBesideJson(answer.against, i) : {}),
        })),
      };
    },
    crosstab: (answer) => ({
      grain: answer.buckets?.unit ?? null,
      periods: answer.buckets ? bucketsJson(answer.buckets) : [],
      total: answer.total,
      ...(answer.columns ? { columns: answer.columns.map(columnJson) } : {}),
      ...(answer.partners && answer.buckets
        ? { partners: answer.partners.map((list) => list.map(partnerJson)) }
        : {}),
      data: answer.table.map(({ key, cells }) => ({ key, cells: cells.map(cellJson) })),
    }),
    figure: (answer) => ({
      value: answer.value,
      grain: answer.buckets.unit,
      data: bucketsJson(answer.buckets).map((place, i) => ({
        ...place,
        value: answer.values[i] ?? null,
        ...(answer.against ? besideJson(answer.against, i) : {}),
      })),
    }),
    calendarmap: (answer) => ({
      provisionalFrom: dayText(answer.provisionalFrom),
      data: answer.values.map((value, i) => ({
        day: isoDay(answer.first + i),
        value,
        ...(answer.against ? besideJson(answer.against, i) : {}),
      })),
    }),
  };

const figuresJson = (answer: ShownAnswer) => (FIGURES[answer.kind] as (answer: ShownAnswer) => Json)(answer);

const baselineJson = ({ measures, ...named }: BaselineAnswer): Json => ({
  ...named,
  measures: measures.map(baselineMeasureJson),
});

/** A figure's own comparison with a baseline. */
function figureChange(answer: ShownAnswer, b: number): Json {
  const against = answer.kind === 'figure' ? answer.against?.[b] : undefined;
  return answer.kind === 'figure' && against
    ? { value: against.value, ...changeOf(answer.value, against.value) }
    : {};
}

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
    ...(answer.baselines
      ? {
          baselines: answer.baselines.map((entry, b) => ({
            ...baselineJson(entry),
            ...figureChange(answer, b),
          })),
        }
      : {}),
    ...(answer.perDay ? { perDay: true } : {}),
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
