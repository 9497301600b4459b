/** Answers of figures: one number with a small line. */
import type { Figure } from '../../document/visuals';
import type { VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { rowsBehind, valueTable } from '../valueTable';
import { bucketsFor, filledOver, provisionalBucket, valuesBefore } from './overTime';
import { ELSEWHERE } from './parts';

export async function answerFigure(ground: Ground, visual: Figure): Promise<VisualAnswer> {
  const { source } = ground.context;
  const { model } = ground.context.design;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const whole = await valueTable(model, source, measure, reaches, { dimensions: [], buckets: null });
  const { buckets, notes } = bucketsFor(ground, visual);
  const line = await valueTable(model, source, measure, reaches, { dimensions: [], buckets });
  const before = await valuesBefore(ground, entry!, reaches, [], buckets);
  if (whole.kind !== 'table' || line.kind !== 'table' || before === 'elsewhere') return ELSEWHERE;
  return {
    kind: 'figure',
    ...ground.about,
    rows: rowsBehind([whole.table]),
    layout: whole.table.layout,
    notes: [...ground.notes, ...notes.filter((note) => note.code === 'grain-coarse-measure')],
    value: whole.table.values[0]?.[0] ?? null,
    buckets,
    values: filledOver(
      measure,
      line.table.values[0] ?? buckets.starts.map(() => null),
      buckets,
      reaches,
      before([]),
    ),
    provisionalFrom: provisionalBucket(reaches, buckets),
  };
}
