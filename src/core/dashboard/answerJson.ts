/** Turns' answers as JSON for scripts: days as ISO texts, open ends as "..". */
import { isoDay } from '../calendar/day';
import type { DayRuns } from '../calendar/runs';
import { describeRuns } from '../period/describe';
import { bucketEnd } from '../cube/aggregate';
import type { ControlAnswer, TurnAnswer, VisualAnswer } from './answers';

const endText = (day: number) => (Number.isFinite(day) ? isoDay(day) : '..');
const runsText = (runs: DayRuns) => runs.map((run) => [endText(run.start), endText(run.end)]);
const dayText = (day: number | undefined) => (day === undefined ? null : isoDay(day));

function controlJson(answer: ControlAnswer) {
  if (answer.kind === 'asof')
    return { kind: 'asof', today: isoDay(answer.today), asOf: dayText(answer.asOf ?? undefined) };
  if (answer.kind !== 'period') return answer;
  return {
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
  };
}

function visualJson(answer: VisualAnswer) {
  if (answer.kind === 'elsewhere' || answer.kind === 'broken') return answer;
  if (answer.kind === 'empty') {
    return {
      kind: 'empty',
      dataset: answer.dataset,
      asked: runsText(answer.asked),
      nearest: dayText(answer.nearest),
    };
  }
  const common = {
    kind: answer.kind,
    window: { ...answer.window, asked: runsText(answer.window.asked), shown: runsText(answer.window.shown) },
    rows: answer.rows,
    acting: answer.acting,
    layout: answer.layout,
  };
  if (answer.kind === 'line') {
    const { buckets } = answer;
    return {
      ...common,
      grain: buckets.unit,
      data: buckets.starts.map((start, i) => ({
        start: isoDay(start),
        end: isoDay(bucketEnd(buckets, i)),
        value: answer.values[i],
      })),
    };
  }
  if (answer.kind === 'bar') {
    return {
      ...common,
      total: answer.total,
      data: answer.categories.map((category, i) => ({ category, value: answer.values[i] })),
    };
  }
  return common;
}

/** The JSON form of a turn's answer. */
export function answerJson(answer: TurnAnswer) {
  return {
    controls: Object.fromEntries(
      Object.entries(answer.controls).map(([id, control]) => [id, controlJson(control)]),
    ),
    visuals: Object.fromEntries(
      Object.entries(answer.visuals).map(([id, visual]) => [id, visualJson(visual)]),
    ),
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
