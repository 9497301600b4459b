/** Answers of figures: one number with a small line, and both beside those of baselines. */
import type { Figure } from '../../document/visuals';
import type { FigureAnswer, VisualAnswer } from '../answer';
import type { GroundBaseline } from '../comparing/baselines';
import {
  alignmentOf,
  bucketsAgainst,
  leadPartners,
  perDay,
  perDayOver,
  sidesOf,
  stretchesIn,
  wholeAgainst,
  against as seenAgainst,
} from '../comparing/tables';
import type { Buckets } from '../grain';
import type { Ground } from '../ground';
import { rowsBehind, valueTable } from '../valueTable';
import { bucketsFor, filledOver, provisionalBucket } from './overTime';
import { ELSEWHERE } from './parts';
import { valuesBefore, windowStart } from './valuesBefore';

export async function answerFigure(ground: Ground, visual: Figure): Promise<VisualAnswer> {
  const { source } = ground.context;
  const { model } = ground.context.design;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const whole = await valueTable(model, source, measure, reaches, { dimensions: [], buckets: null });
  const { buckets, notes } = bucketsFor(ground, visual);
  const line = await valueTable(model, source, measure, reaches, { dimensions: [], buckets });
  const from = windowStart(ground, buckets);
  const before = await valuesBefore(ground, entry!, reaches, [], buckets.unit, from);
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
    values: perDayOver(ground, entry!, values, stretchesIn(buckets)),
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
  const sides = sidesOf(baseline, entry);
  const whole = await wholeAgainst(ground, baseline, entry, []);
  const aligned = alignmentOf(ground, baseline, entry, buckets);
  const line = aligned && (await bucketsAgainst(ground, aligned, [], buckets));
  if (whole === 'elsewhere' || line === 'elsewhere') return 'elsewhere';
  const value = whole.values[0]?.[0] ?? null;
  return {
    value: sides ? perDay(ground, seenAgainst(entry, sides), value) : null,
    values: line ? line.beside([]) : buckets.starts.map(() => null),
    partners: leadPartners(ground, baseline, buckets).partners,
  };
}
