/** Answers of figures: one number with a small line, and both beside those of baselines. */
import type { Figure } from '../../document/visuals';
import type { FigureAnswer, VisualAnswer } from '../answer';
import type { GroundBaseline } from '../comparing/baselines';
import { against as seenAgainst, besideBuckets, perDay, perDayIn, wholeAgainst } from '../comparing/tables';
import type { Buckets } from '../grain';
import type { Ground } from '../ground';
import { rowsBehind, valueTable } from '../valueTable';
import { bucketsFor, filledOver, provisionalBucket } from './overTime';
import { ELSEWHERE } from './parts';
import { valuesBeforeWindow } from './valuesBefore';

export async function answerFigure(ground: Ground, visual: Figure): Promise<VisualAnswer> {
  const { source } = ground.context;
  const { model } = ground.context.design;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const whole = await valueTable(model, source, measure, reaches, { dimensions: [], buckets: null });
  const { buckets, notes } = bucketsFor(ground, visual);
  const line = await valueTable(model, source, measure, reaches, { dimensions: [], buckets });
  const before = await valuesBeforeWindow(ground, entry!, reaches, [], buckets);
  if (whole.kind !== 'table' || line.kind !== 'table' || before === 'elsewhere') return ELSEWHERE;
  const against: FigureAgainst[] = [];
  for (const baseline of ground.baselines) {
    const found = await figureAgainst(ground, baseline, buckets);
    if (found === 'elsewhere') return ELSEWHERE;
    against.push(found);
  }
  const values = filledOver(
    measure,
    line.table.values[0] ?? buckets.starts.map(() => null),
    buckets,
    reaches,
    before([]),
  );
  return {
    kind: 'figure',
    ...ground.about,
    rows: rowsBehind([whole.table]),
    layout: whole.table.layout,
    notes: [...ground.notes, ...notes.filter((note) => note.code === 'grain-coarse-measure')],
    value: perDay(ground, entry!, whole.table.values[0]?.[0] ?? null),
    buckets,
    values: perDayIn(ground, entry!, values, buckets),
    provisionalFrom: provisionalBucket(reaches, buckets),
    ...(against.length > 0 ? { against } : {}),
  };
}

type FigureAgainst = NonNullable<FigureAnswer['against']>[number];

async function figureAgainst(
  ground: Ground,
  baseline: GroundBaseline,
  buckets: Buckets,
): Promise<FigureAgainst | 'elsewhere'> {
  const entry = ground.measures[0]!;
  const other = seenAgainst(baseline, entry);
  const whole = await wholeAgainst(ground, baseline, entry, []);
  const line = await besideBuckets(ground, baseline, entry, [], buckets);
  if (whole === 'elsewhere' || line === 'elsewhere') return 'elsewhere';
  const value = whole.values[0]?.[0] ?? null;
  return {
    value: other ? perDay(ground, other, value) : null,
    values: line.beside([]),
    partners: line.partners,
  };
}
