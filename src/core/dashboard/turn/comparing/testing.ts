/** Comparisons for tests: a visual against baselines, over rows of made-up trips. */
import { d } from '../../../calendar/testing';
import type { Cube } from '../../../cube/cube';
import { cubeSource } from '../../../cube/source';
import { testCube, testRow, type TestRow } from '../../../cube/testing';
import type { Model } from '../../../model/model';
import { TEST_MODEL } from '../../../model/testing';
import type { Control, DashboardDocument, Visual } from '../../document/document';
import { compareWith, type Compare } from '../../document/kinds/compare';
import { MEASURED_DEFAULTS, shownMeasure, type ShownMeasure } from '../../document/kinds/measured';
import type { Figure } from '../../document/visuals';
import { DEFAULT_STATE, type ReaderState } from '../../reader/state';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import type { FigureAnswer, VisualAnswer } from '../answer';
import { answerTurn } from '../turn';

/** Baselines under the ids b1, b2, … */
const baselinesOf = (texts: readonly string[]) =>
  texts.map((text, i) => ({ id: `b${i + 1}`, name: '', text }));

/** What a visual begins with that compares with the first so many baselines. */
export const comparing = (texts: readonly string[], more: Partial<Compare> = {}): Compare =>
  compareWith(
    baselinesOf(texts).map((entry) => entry.id),
    more,
  );

/** A figure of a measure over a period of its own. */
export const figureOver = (
  phrase: string,
  texts: readonly string[],
  {
    compare = {},
    shown = shownMeasure('trips', 'seats'),
    ...more
  }: Partial<Omit<Figure, 'compare'>> & {
    readonly compare?: Partial<Compare>;
    readonly shown?: ShownMeasure;
  } = {},
): Figure => ({
  ...MEASURED_DEFAULTS,
  id: 'fig',
  kind: 'figure',
  measures: [shown],
  ownPeriod: { phrase, named: null, mode: 'replace', anchor: null },
  compare: comparing(texts, compare),
  ...more,
});

/** The cube of the same rows by their other day. */
function byOther(rows: readonly TestRow[]): Cube {
  const cube = testCube(rows.map((row) => ({ ...row, day: row.other, other: row.day })));
  const otherDays = cube.otherDays.map((held) => ({ ...held, column: 'day' }));
  return { ...cube, otherDays, shape: { ...cube.shape, day: 'other', otherDays: ['day'] } };
}

export interface Asked {
  readonly items: readonly (Visual | Control)[];
  readonly texts: readonly string[];
  readonly rows: readonly TestRow[];
  readonly today: string;
  readonly state?: ReaderState;
  readonly model?: Model;
  /** Changes the document once its items have wired themselves. */
  readonly change?: (document: DashboardDocument) => DashboardDocument;
}

/** The answer of a visual on a day. */
export async function answerOf(id: string, asked: Asked): Promise<VisualAnswer> {
  const {
    items,
    texts,
    rows,
    today,
    state = DEFAULT_STATE,
    model = TEST_MODEL,
    change = (same: DashboardDocument) => same,
  } = asked;
  const document = change({ ...documentOf(...items), baselines: baselinesOf(texts) });
  const turn = await answerTurn(
    { design: designOf(document, model), state, today: d(today) },
    cubeSource([testCube(rows), byOther(rows)]),
  );
  return turn.visuals[id]!;
}

/** The answer of a figure alone. */
export async function figureAnswer(
  figure: Figure,
  asked: Omit<Asked, 'items'> & { readonly items?: readonly (Visual | Control)[] },
): Promise<FigureAnswer> {
  const answer = await answerOf(figure.id, { ...asked, items: [figure, ...(asked.items ?? [])] });
  if (answer.kind !== 'figure') throw new Error(`The figure is ${answer.kind}`);
  return answer;
}

/** One row a day from one day to another, its seats by the day. */
export const daily = (
  from: string,
  to: string,
  seats: (day: number) => number,
  more: Partial<TestRow> = {},
): TestRow[] =>
  Array.from({ length: d(to) - d(from) + 1 }, (_, i) =>
    testRow(d(from) + i, { seats: seats(d(from) + i), ...more }),
  );

/** The seats of rows from one day to another (inclusive). */
export const seatsFrom = (rows: readonly TestRow[], from: string, to: string): number =>
  rows.reduce((sum, row) => sum + (row.day! >= d(from) && row.day! <= d(to) ? (row.seats ?? 0) : 0), 0);
