/** Questions about periods as JSON, and their answers: the days of a phrase, a baseline, what the data leaves. */
import { z } from 'zod';
import { isoDay, parseIsoDay, type Day } from '../calendar/day';
import { calendarRuleSchema } from '../calendar/rule';
import { normalizeRuns, type DayRuns } from '../calendar/runs';
import { UNITS } from '../calendar/units';
import { resolveBaseline } from '../period/baseline';
import { parseBaseline, parsePhrase, parsePoint } from '../period/parse';
import type { Phrase } from '../period/phrase';
import type { PeriodContext } from '../period/point';
import { printPhrase } from '../period/print';
import { resolvePhrase } from '../period/resolve';
import { clipRuns, coverageOfRuns, longestGapIn, tilesOf } from './coverage';

const day = z.string().transform((text, context): Day => {
  const found = parseIsoDay(text);
  if (found !== undefined) return found;
  context.addIssue({ code: 'custom', message: `“${text}” is no day; write YYYY-MM-DD` });
  return z.NEVER;
});

export const questionSchema = z.object({
  id: z.string(),
  text: z.string(),
  rule: calendarRuleSchema,
  context: z.object({
    today: day,
    asOf: day.nullable(),
    anchor: z.string(),
    /** Days with data: first and last day (inclusive) of each stretch. */
    data: z.array(z.tuple([day, day])),
  }),
  baseline: z.object({ text: z.string() }).optional(),
  clip: z.unknown().optional(),
  tiles: z.object({ unit: z.enum(UNITS) }).optional(),
});
export type Question = z.infer<typeof questionSchema>;

/** Tiles beyond this number are left out of an answer. */
const MOST_TILES = 40;

const endText = (value: Day) => (Number.isFinite(value) ? isoDay(value) : '..');
const pair = (run: { start: Day; end: Day }) => [endText(run.start), endText(run.end)];

/** One stretch as `window`, several as `runs`. */
function stretches(runs: DayRuns) {
  return runs.length === 1 ? { window: pair(runs[0]!) } : { runs: runs.map(pair) };
}

/** Answers a question. Its anchor must be a point; what is wrong with it is thrown as a sentence. */
export function answerQuestion(question: Question) {
  const anchor = parsePoint(question.context.anchor);
  if (!anchor.ok)
    throw new Error(`The anchor “${question.context.anchor}” is no point: ${anchor.error.message}`);
  const context: PeriodContext = {
    rule: question.rule,
    today: question.context.today,
    asOf: question.context.asOf,
    anchor: anchor.phrase,
    data: normalizeRuns(question.context.data.map(([start, end]) => ({ start, end }))),
  };
  const { id } = question;
  const parsed = parsePhrase(question.text);
  if (!parsed.ok) return { id, expect: { error: parsed.error.code } };
  const canonical = printPhrase(parsed.phrase);
  const resolved = resolvePhrase(parsed.phrase, context);
  if (!resolved.ok) return { id, expect: { error: resolved.error.code } };
  return {
    id,
    expect: resolved.empty
      ? { canonical, empty: resolved.empty }
      : { canonical, ...stretches(resolved.runs) },
    ...(question.baseline
      ? { baseline: baselineAnswer(question.baseline.text, parsed.phrase, context) }
      : {}),
    ...(question.clip ? dataAnswer(question, resolved.runs, resolved.empty, context) : {}),
  };
}

function baselineAnswer(text: string, phrase: Phrase, context: PeriodContext) {
  const baseline = parseBaseline(text);
  if (!baseline.ok) return { text, error: baseline.error.code };
  const resolved = resolveBaseline(baseline.phrase, phrase, context);
  if (!resolved.ok) return { text, error: resolved.code };
  if ('empty' in resolved) return { text, empty: resolved.empty };
  return {
    text,
    windows: resolved.windows.map((runs) => (runs.length === 1 ? pair(runs[0]!) : runs.map(pair))),
    ...(resolved.overlap > 0 ? { overlap: resolved.overlap } : {}),
  };
}

function dataAnswer(question: Question, runs: DayRuns, empty: string | undefined, context: PeriodContext) {
  const coverage = coverageOfRuns(context.data);
  const clipped = clipRuns(runs, context.data);
  if (empty || clipped.empty) return { clip: { empty: empty ?? 'no-data' } };
  const { days, daysWithData } = clipped;
  const longestGap = longestGapIn(clipped.runs, context.data);
  const clip = { ...stretches(clipped.runs), days, daysWithData, longestGap, usualGap: coverage.usualGap };
  if (!question.tiles) return { clip };
  const { unit } = question.tiles;
  const tiles = clipped.runs.flatMap((run) => tilesOf(coverage, unit, run.start, run.end, question.rule));
  const states = tiles.slice(0, MOST_TILES).map((tile) => [isoDay(tile.start), isoDay(tile.end), tile.state]);
  return { clip, tiles: { unit, states } };
}
