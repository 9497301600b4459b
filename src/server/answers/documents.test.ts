/** Random dashboards and states: what their visuals answer, against SQL that is written here by itself. */
import fc from 'fast-check';
import { isoDay } from '../../core/calendar/day';
import type { TurnAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import { TEST_MODEL } from '../../core/model/testing';
import { factTable } from '../datasets/definition';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { askedOnce, loadText, tableOf, withDatabase } from '../testing';
import { sourceFor } from './answer';
import { sqlSource } from './sqlSource';
import { isNone, isValue, Oracle } from './testing/oracle';
import {
  COLUMN,
  documentFor,
  MEASURES,
  question,
  ROWS,
  stateFor,
  TODAY,
  type Question,
  type VisualSpec,
} from './testing/questions';

const at = withDatabase();
const ask = askedOnce<string | number | null>();
const QUESTIONS = Number(process.env.DATHEN_QUESTIONS ?? 300);

const byName = (a: string | null, b: string | null) =>
  a === b ? 0 : a === null ? 1 : b === null ? -1 : a < b ? -1 : 1;

function same(found: number | null | undefined, expected: number | null) {
  if (expected === null) expect(found ?? null).toBeNull();
  else
    expect(Math.abs((found ?? NaN) - expected)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(expected)));
}

/** Values in the order in which a limit takes them. */
async function ranked(values: (string | null)[], valueOf: (value: string | null) => Promise<number | null>) {
  const figures = new Map<string | null, number | null>();
  for (const value of values) figures.set(value, await valueOf(value));
  return values.sort((a, b) => {
    const [one, other] = [figures.get(a)!, figures.get(b)!];
    if (one === null || other === null) return one === other ? byName(a, b) : one === null ? 1 : -1;
    return other - one || byName(a, b);
  });
}

/** The parts of a measure whose rows a visual sees. */
const partsOf = (key: string) => (key === 'share' ? ['busy', 'rows'] : [key]);

async function checkBar(oracle: Oracle, spec: VisualSpec, answer: Extract<VisualAnswer, { kind: 'chart' }>) {
  const key = spec.measure;
  const under = partsOf(key).at(-1)!;
  const routes = (await oracle.distinct(under, ['route'])).map(([route]) => route!);
  const ofRoute = (route: string | null) => oracle.value(key, isValue('route', route));
  const all = spec.order === 'value' ? await ranked(routes, ofRoute) : routes.sort(byName);
  const listed = all.slice(0, spec.limit);
  const hasOthers = spec.rest === 'others' && all.length > spec.limit;
  expect(answer.categories).toEqual([...listed, ...(hasOthers ? [{ others: all.length - spec.limit }] : [])]);
  const places = [
    ...listed.map((route) => isValue('route', route)),
    ...(hasOthers ? [isNone('route', listed)] : []),
  ];
  const named = answer.series.flatMap((series) => (series.value === undefined ? [] : [series.value]));
  for (const series of answer.series) {
    const part = !spec.split
      ? 'TRUE'
      : series.others === undefined
        ? isValue('channel', series.value!)
        : isNone('channel', named);
    for (const [i, place] of places.entries())
      same(series.values[i], await oracle.value(key, `(${place}) AND (${part})`));
  }
  if (!spec.split) return;
  const onAxis = hasOthers ? 'TRUE' : listed.map((route) => `(${isValue('route', route)})`).join(' OR ');
  const channels = (await oracle.distinct(under, ['channel'], onAxis)).map(([channel]) => channel!);
  const kept =
    channels.length <= spec.limit
      ? channels
      : (await ranked(channels, (channel) => oracle.value(key, isValue('channel', channel)))).slice(
          0,
          spec.limit,
        );
  expect(named).toEqual(kept.sort(byName));
}

async function checkLine(oracle: Oracle, spec: VisualSpec, answer: Extract<VisualAnswer, { kind: 'chart' }>) {
  const measure = MEASURES.find((entry) => entry.key === spec.measure)!;
  const own = COLUMN[spec.role ?? measure.role]!;
  const { starts, end } = answer.buckets!;
  expect(answer.buckets!.unit).toBe(spec.grain);
  for (const [b, first] of starts.entries()) {
    const last = (starts[b + 1] ?? end + 1) - 1;
    const inside = `${own} BETWEEN '${isoDay(first)}' AND '${isoDay(last)}'`;
    for (const series of answer.series) same(series.values[b], await oracle.value(spec.measure, inside));
  }
  // No row lies outside of the buckets.
  const inAll = `${own} BETWEEN '${isoDay(starts[0]!)}' AND '${isoDay(end)}'`;
  for (const part of partsOf(spec.measure))
    expect(await oracle.rows(part, inAll)).toBe(await oracle.rows(part));
}

async function checkCrosstab(
  oracle: Oracle,
  spec: VisualSpec,
  answer: Extract<VisualAnswer, { kind: 'crosstab' }>,
) {
  const columns = spec.split ? ['route', 'channel'] : ['route'];
  for (const { key, cells } of answer.table) {
    const inside = key.map((value, i) => `(${isValue(columns[i]!, value)})`).join(' AND ') || 'TRUE';
    same(cells[0]!.whole, await oracle.value(spec.measure, inside));
  }
  const leaves = answer.table
    .filter((row) => row.key.length === columns.length)
    .map((row) => JSON.stringify(row.key));
  const expected = (await oracle.distinct(partsOf(spec.measure).at(-1)!, columns)).map((key) =>
    JSON.stringify(key),
  );
  expect(leaves.sort()).toEqual(expected.sort());
}

async function check(table: string, asked: Question, answers: TurnAnswer) {
  for (const [v, spec] of asked.visuals.entries()) {
    const oracle = new Oracle(table, asked, v, ask);
    const answer = answers.visuals[`v${v}`]!;
    const parts = spec.kind === 'table' ? ['rows'] : partsOf(spec.measure);
    const counts: number[] = [];
    for (const part of parts) counts.push(await oracle.rows(part));
    const rows = counts.reduce((total, count) => total + count, 0);
    if (rows === 0) {
      expect(answer.kind).toBe('empty');
      continue;
    }
    if (answer.kind === 'empty' || answer.kind === 'elsewhere' || answer.kind === 'broken')
      throw new Error(`${spec.kind} is ${answer.kind}`);
    // A ratio of which one side is empty shows nothing.
    if (counts.includes(0)) continue;
    expect(answer.rows).toBe(rows);
    if (answer.kind === 'figure') same(answer.value, await oracle.value(spec.measure));
    if (answer.kind === 'crosstab') await checkCrosstab(oracle, spec, answer);
    if (answer.kind === 'chart' && spec.kind === 'bar') await checkBar(oracle, spec, answer);
    if (answer.kind === 'chart' && spec.kind === 'line') await checkLine(oracle, spec, answer);
  }
}

describe('random dashboards', () => {
  let stored: StoredDataset;
  let model: Model;
  beforeAll(async () => {
    const { dataset } = await loadText(at.folder, 'trips', tableOf(ROWS));
    stored = await editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
    model = {
      ...TEST_MODEL,
      datasets: TEST_MODEL.datasets.map((entry) =>
        entry.key === 'trips' ? { ...entry, load: stored.currentLoad!, measures: [...MEASURES] } : entry,
      ),
    };
  }, 60_000);

  test(
    `answer what SQL says, from cubes and from the database: ${QUESTIONS} questions`,
    async () => {
      const table = factTable(stored.id, stored.currentLoad!);
      await fc.assert(
        fc.asyncProperty(question, async (asked) => {
          const design = designOf(documentFor(asked), model);
          const input = { design, state: stateFor(asked), today: TODAY };
          const cubes = await answerTurn(input, await sourceFor(design, [stored]));
          await check(table, asked, cubes);
          const database = await answerTurn(input, sqlSource([stored], model));
          await check(table, asked, database);
        }),
        { numRuns: QUESTIONS },
      );
    },
    30 * 60_000,
  );
});
