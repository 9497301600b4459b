/**
 * Comparisons against answers that were worked out independently (`comparisons/`): through the server as it answers
 * scripts, from cubes alone as the page does, and by SQL alone.
 */
import { loadPlanSchema } from '../../contract/datasets';
import { sharedEditSchema } from '../../contract/modelling';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseIsoDay } from '../../core/calendar/day';
import { cubeSource } from '../../core/cube/source';
import type { Source } from '../../core/cube/query';
import { documentSchema } from '../../core/dashboard/document/document';
import { checkState } from '../../core/dashboard/reader/checkState';
import { readerStateSchema } from '../../core/dashboard/reader/state';
import { answerJson } from '../../core/dashboard/turn/answerJson';
import { cubeShapesFor } from '../../core/dashboard/turn/shapes';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import type { CalendarRule } from '../../core/calendar/rule';
import type { Measure } from '../../core/model/model';
import { saveRule } from '../almanac/almanac';
import { editDataset } from '../datasets/edit';
import { loadFile } from '../datasets/load';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { readModel } from '../model/model';
import { saveShared } from '../model/shared';
import { withDatabase } from '../testing';
import { sourceFor } from './answer';
import { heldCube } from './cubes';
import { sqlSource } from './sqlSource';

withDatabase();
const FOLDER = path.join('src', 'server', 'answers', 'comparisons');

interface Question {
  readonly id: string;
  readonly today: string;
  readonly document: unknown;
  readonly state: unknown;
  readonly rule?: CalendarRule;
  readonly expect: Readonly<Record<string, unknown>>;
}
interface VectorModel {
  readonly rule: CalendarRule;
  readonly datasets: readonly {
    readonly key: string;
    readonly file: string;
    readonly plan: object;
    readonly measures: readonly Measure[];
  }[];
  readonly shared: readonly unknown[];
}

const readText = (name: string) => readFileSync(path.join(FOLDER, name), 'utf8');
const QUESTIONS = readText('comparisons.jsonl')
  .split('\n')
  .filter((line) => line !== '')
  .map((line) => JSON.parse(line) as Question);
const MODEL = JSON.parse(readText('model.json')) as VectorModel;

/** The places where an answer differs from what is expected of it; keys that are not expected do not count. */
function differences(place: string, expected: unknown, got: unknown): string[] {
  if (Array.isArray(expected)) {
    if (!Array.isArray(got) || got.length !== expected.length)
      return [`${place}: ${expected.length} entries expected, got ${JSON.stringify(got)}`];
    return expected.flatMap((entry, i) => differences(`${place}[${i}]`, entry, got[i]));
  }
  if (typeof expected === 'object' && expected !== null) {
    if ('near' in expected && 'within' in expected) {
      const { near, within } = expected as { near: number; within: number };
      const isNear = typeof got === 'number' && Math.abs(near - got) <= within + 1e-300;
      return isNear ? [] : [`${place}: near ${near} expected, got ${JSON.stringify(got)}`];
    }
    const own = (got ?? {}) as Record<string, unknown>;
    return Object.entries(expected).flatMap(([key, entry]) =>
      differences(`${place}.${key}`, entry, own[key]),
    );
  }
  return expected === got
    ? []
    : [`${place}: ${JSON.stringify(expected)} expected, got ${JSON.stringify(got)}`];
}

async function answered(
  question: Question,
  sourceOf: (design: Design, stored: readonly StoredDataset[]) => Promise<Source>,
) {
  const document = documentSchema.parse(question.document);
  const state = readerStateSchema.parse(question.state);
  const { model, stored } = await readModel();
  const design = designOf(document, model);
  expect(checkState(document, model, state)).toEqual([]);
  const source = await sourceOf(design, stored);
  const today = parseIsoDay(question.today)!;
  const { visuals } = answerJson(await answerTurn({ design, state, today }, source));
  return differences('', question.expect, visuals);
}

const fromCubes = async (design: Design, stored: readonly StoredDataset[]): Promise<Source> => {
  const cubes = [];
  for (const shape of cubeShapesFor(design)) {
    const cube = await heldCube(
      stored.find((entry) => entry.key === shape.dataset)!,
      shape,
    );
    if (cube) cubes.push(cube);
  }
  return cubeSource(cubes);
};

beforeAll(async () => {
  for (const { key, file, plan } of MODEL.datasets)
    await loadFile(path.join(FOLDER, file), loadPlanSchema.parse({ mode: 'replace', ...plan }), {
      source: key,
    });
  // Ratios last: they need measures of other datasets.
  for (const withRatios of [false, true])
    for (const { key, measures } of MODEL.datasets)
      await editDataset(await findDataset(key), {
        measures: measures.filter((measure) => withRatios || measure.aggregation !== 'ratio'),
      });
  for (const shared of MODEL.shared) await saveShared(null, sharedEditSchema.parse(shared));
}, 120_000);

const byRule = new Map<string, Question[]>();
for (const question of QUESTIONS) {
  const rule = JSON.stringify(question.rule ?? MODEL.rule);
  byRule.set(rule, [...(byRule.get(rule) ?? []), question]);
}

describe.each([...byRule])('under the rule %s', (rule, questions) => {
  beforeAll(() => saveRule(JSON.parse(rule) as CalendarRule), 60_000);

  test.each(questions.map((question) => [question.id, question] as const))(
    '%s is right from the server, and by SQL alone',
    async (_, question) => {
      expect(await answered(question, sourceFor)).toEqual([]);
      expect(
        await answered(question, (design, stored) => Promise.resolve(sqlSource(stored, design.model))),
      ).toEqual([]);
    },
    30_000,
  );

  test.each(questions.map((question) => [question.id, question] as const))(
    '%s is right from cubes, where they hold what is asked',
    async (_, question) => {
      const found = await answered(question, fromCubes);
      // What no cube holds is left to the database as a whole.
      const isElsewhere = found.length > 0 && found.every((place) => place.endsWith('got undefined'));
      if (!isElsewhere) expect(found).toEqual([]);
    },
    30_000,
  );
});
