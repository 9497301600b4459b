/** Answers of figures (one number with a small line) and of calendar maps (a value for each day). */
import { bucketsFor, filledOver, provisionalBucket } from './chart';
import { ELSEWHERE } from './parts';
import type { VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { bucketsOf } from '../grain';
import { valueTable } from '../valueTable';
import type { Figure } from '../../document/visuals';

/** Days that a calendar map shows at most, the last ones of the window. */
const MOST_DAYS = 1130;

export async function answerFigure(ground: Ground, visual: Figure): Promise<VisualAnswer> {
  const { model, source } = ground.context;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const whole = await valueTable(model, source, measure, reaches, { dimensions: [], buckets: null });
  const { buckets, notes } = bucketsFor(ground, visual);
  const line = await valueTable(model, source, measure, reaches, { dimensions: [], buckets });
  if (whole.kind !== 'table' || line.kind !== 'table') return ELSEWHERE;
  return {
    kind: 'figure',
    ...ground.about,
    rows: whole.table.rows,
    layout: whole.table.layout,
    notes: [...ground.notes, ...notes.filter((note) => note.includes('since'))],
    value: whole.table.values[0]?.[0] ?? null,
    buckets,
    values: filledOver(measure, line.table.values[0] ?? buckets.starts.map(() => null), buckets, reaches),
    provisionalFrom: provisionalBucket(reaches, buckets),
  };
}

export async function answerCalendarMap(ground: Ground): Promise<VisualAnswer> {
  const { model, source } = ground.context;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const { shown } = ground.about.window;
  const last = shown[shown.length - 1]!.end;
  const first = Math.max(shown[0]!.start, last - MOST_DAYS + 1);
  const days = bucketsOf('day', first, last, model.rule);
  const cut = reaches.map((reach) => ({
    ...reach,
    shown: reach.shown
      .filter((run) => run.end >= first)
      .map((run) => ({ start: Math.max(first, run.start), end: run.end })),
  }));
  const outcome = await valueTable(model, source, measure, cut, { dimensions: [], buckets: days });
  if (outcome.kind !== 'table') return ELSEWHERE;
  const notes =
    first > shown[0]!.start ? [`the last ${MOST_DAYS.toLocaleString('en')} days of the window`] : [];
  const coarse = reaches.some((reach) => reach.part.measure.grain !== 'day' && !reach.part.measure.spread);
  const from = reaches.map((reach) => reach.provisionalFrom).filter((day) => day !== null);
  return {
    kind: 'calendarmap',
    ...ground.about,
    rows: outcome.table.rows,
    layout: outcome.table.layout,
    notes: [...ground.notes, ...notes, ...(coarse ? [`${measure.name} stands on the day of its row`] : [])],
    first,
    values: filledOver(measure, outcome.table.values[0] ?? days.starts.map(() => null), days, reaches),
    provisionalFrom: from.length > 0 ? Math.min(...from) : null,
  };
}
