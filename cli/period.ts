/** `period`: what a phrase means, without database or server. */
import { readFileSync } from 'node:fs';
import readline from 'node:readline';
import { z } from 'zod';
import { isoDay, parseIsoDay } from '../src/core/calendar/day';
import { calendarRuleSchema, DEFAULT_RULE, type CalendarRule } from '../src/core/calendar/rule';
import { runsOfDays, type DayRuns } from '../src/core/calendar/runs';
import { clipRuns } from '../src/core/coverage/coverage';
import { answerQuestion, questionSchema } from '../src/core/coverage/question';
import { resolveBaseline } from '../src/core/period/baseline';
import { describeRuns } from '../src/core/period/describe';
import { parseBaseline, parsePhrase, parsePoint } from '../src/core/period/parse';
import type { Parsed, Phrase } from '../src/core/period/phrase';
import type { PeriodContext } from '../src/core/period/point';
import { printBaseline, printPhrase } from '../src/core/period/print';
import { resolvePhrase } from '../src/core/period/resolve';
import { CommandFailure } from './failure';
import { userPath } from './places';

export interface PeriodOptions {
  readonly today?: string;
  readonly asOf?: string;
  readonly rule?: string;
  readonly anchor?: string;
  readonly data?: string;
  readonly baseline?: string;
}

const EMPTY_WORDS = {
  'no-data': 'no data for it',
  reversed: 'it would end before it starts',
  'left-out': 'everything is left out',
};

function readText(file: string): string {
  try {
    return readFileSync(userPath(file), 'utf8');
  } catch {
    throw new CommandFailure(`There is no file ${file}.`, 2);
  }
}

/** What was read, or the error with a mark under its place. */
function orFail<T>(parsed: Parsed<T>, text: string): T {
  if (parsed.ok) return parsed.phrase;
  const { from, to, message, expected } = parsed.error;
  const mark = ' '.repeat(from) + '^'.repeat(Math.max(1, to - from));
  const hint = expected.length > 0 ? `\nCould stand there: ${expected.join(', ')}` : '';
  throw new CommandFailure(`${message}\n  ${text}\n  ${mark}${hint}`, 2);
}

/** Days with data from a file: one day a line (a CSV's first column will do), or JSON runs [["2025-01-01","2025-03-31"], …]. */
function readDays(file: string): DayRuns {
  const text = readText(file);
  if (text.trimStart().startsWith('[')) {
    const pairs = z.array(z.tuple([z.string(), z.string()])).parse(JSON.parse(text));
    return pairs.map(([first, last]) => ({ start: dayOf(first), end: dayOf(last) }));
  }
  const days = text.split(/\r?\n/).flatMap((line) => {
    const day = parseIsoDay(line.split(/[,;\t]/)[0]!.trim());
    return day === undefined ? [] : [day];
  });
  return runsOfDays(days.sort((a, b) => a - b));
}

function dayOf(text: string): number {
  const day = parseIsoDay(text);
  if (day === undefined) throw new CommandFailure(`“${text}” is no day; write YYYY-MM-DD.`, 2);
  return day;
}

function readRule(file: string) {
  const rule = calendarRuleSchema.safeParse(JSON.parse(readText(file)));
  if (rule.success) return rule.data;
  const [issue] = rule.error.issues;
  throw new CommandFailure(`${file}: ${issue?.path.join('.')}: ${issue?.message}`, 2);
}

const runText = (runs: DayRuns) =>
  runs
    .map(({ start, end }) => [start, end].map((day) => (Number.isFinite(day) ? isoDay(day) : '..')).join('/'))
    .join(', ');

/** Prints the canonical text and the days of a phrase, with data and baseline where they are given. */
export function printPeriod(text: string, options: PeriodOptions): void {
  const anchorText = options.anchor ?? 'today';
  const data = options.data === undefined ? [] : readDays(options.data);
  const rule = options.rule === undefined ? DEFAULT_RULE : readRule(options.rule);
  const context: PeriodContext = {
    rule,
    today: dayOf(options.today ?? new Date().toISOString().slice(0, 10)),
    asOf: options.asOf === undefined ? null : dayOf(options.asOf),
    anchor: orFail(parsePoint(anchorText), anchorText),
    data,
  };
  const phrase = orFail(parsePhrase(text), text);
  console.log(printPhrase(phrase));
  const resolved = resolvePhrase(phrase, context);
  if (!resolved.ok) throw new CommandFailure(resolved.error.message);
  if (resolved.empty) console.log(`empty: ${EMPTY_WORDS[resolved.empty]}`);
  else {
    console.log(`${runText(resolved.runs)}  ${describeRuns(resolved.runs, rule)}`);
    if (data.length > 0) printClipped(resolved.runs, data, rule);
  }
  if (options.baseline !== undefined) printAgainst(options.baseline, phrase, context);
}

/** Prints what of a window holds data. */
function printClipped(runs: DayRuns, data: DayRuns, rule: CalendarRule): void {
  const clipped = clipRuns(runs, data);
  const nearest = clipped.empty && clipped.nearest ? `; nearest: ${isoDay(clipped.nearest.day)}` : '';
  console.log(
    clipped.empty
      ? `no data in it${nearest}`
      : `with data: ${runText(clipped.runs)}  ${describeRuns(clipped.runs, rule)}, data on ${clipped.daysWithData}`,
  );
}

/** Prints the days that a phrase is compared with. */
function printAgainst(text: string, phrase: Phrase, context: PeriodContext): void {
  const baseline = orFail(parseBaseline(text), text);
  const against = resolveBaseline(baseline, phrase, context);
  console.log(`against ${printBaseline(baseline)}`);
  if (!against.ok) throw new CommandFailure(`no baseline: ${against.code}`);
  if ('empty' in against) console.log(`no baseline: ${EMPTY_WORDS[against.empty]}`);
  else
    for (const runs of against.windows) console.log(`${runText(runs)}  ${describeRuns(runs, context.rule)}`);
  if ('overlap' in against && against.overlap > 0)
    console.log(`overlap: ${against.overlap} days are in both`);
}

/** Reads questions, a JSON object a line, from standard input; prints one answer a line. */
export async function answerBatch(): Promise<void> {
  let line = 0;
  let failed = false;
  let out = '';
  for await (const text of readline.createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    line++;
    if (text.trim() === '') continue;
    try {
      out += `${JSON.stringify(answerQuestion(questionSchema.parse(JSON.parse(text))))}\n`;
    } catch (error) {
      failed = true;
      const message = error instanceof z.ZodError ? z.prettifyError(error) : (error as Error).message;
      console.error(`line ${line}: ${message}`);
    }
    if (out.length > 1 << 16) {
      process.stdout.write(out);
      out = '';
    }
  }
  await new Promise<void>((resolve) => process.stdout.write(out, () => resolve()));
  if (failed) throw new CommandFailure('Some lines were no questions.', 2);
}
