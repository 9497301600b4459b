/** Answers of calendar maps: a value for each day. */
import type { Day } from '../../../calendar/day';
import { intersectRuns, type DayRuns } from '../../../calendar/runs';
import type { CalendarMapAnswer, Note, VisualAnswer } from '../answer';
import { besideBuckets } from '../comparing/tables';
import { bucketsOf } from '../grain';
import type { Ground } from '../ground';
import { isCoarse } from '../covered';
import { within } from '../reach';
import { rowsBehind, valueTable } from '../valueTable';
import { filledOver } from './overTime';
import { valuesBeforeWindow } from './valuesBefore';
import { ELSEWHERE } from './parts';
import { numberWords } from '../../../locale';

/** Days that a calendar map shows at most, the last ones of the window. */
const MOST_DAYS = 1130;

/** The part of some runs from a day on. */
const shownFrom = (runs: DayRuns, first: Day): DayRuns =>
  intersectRuns(runs, [{ start: first, end: Infinity }]);

export async function answerCalendarMap(ground: Ground): Promise<VisualAnswer> {
  const { source } = ground.context;
  const { model } = ground.context.design;
  const [entry] = ground.measures;
  const { measure, reaches } = entry!;
  const { shown } = ground.about.window;
  const last = shown[shown.length - 1]!.end;
  const first = Math.max(shown[0]!.start, last - MOST_DAYS + 1);
  const days = bucketsOf('day', first, last, model.rule);
  const cut = reaches.map((reach) => within(reach, shownFrom(reach.shown, first), model.rule));
  const outcome = await valueTable(model, source, measure, cut, { dimensions: [], buckets: days });
  const before = await valuesBeforeWindow(ground, entry!, cut, [], days);
  if (outcome.kind !== 'table' || before === 'elsewhere') return ELSEWHERE;
  const against: NonNullable<CalendarMapAnswer['against']>[number][] = [];
  for (const baseline of ground.baselines) {
    const found = await besideBuckets(ground, baseline, entry!, [], days);
    if (found === 'elsewhere') return ELSEWHERE;
    against.push({ values: found.beside([]), partners: found.partners });
  }
  const notes: Note[] = [...ground.notes];
  if (first > shown[0]!.start)
    notes.push({ code: 'last-days', words: `the last ${numberWords(MOST_DAYS)} days of the window` });
  if (reaches.some(({ part }) => isCoarse(part.measure) && !part.measure.spread))
    notes.push({ code: 'own-day', words: `${measure.name} stands on the day of its row` });
  const from = reaches.map((reach) => reach.provisionalFrom).filter((day) => day !== null);
  return {
    kind: 'calendarmap',
    ...ground.about,
    rows: rowsBehind([outcome.table]),
    layout: outcome.table.layout,
    notes,
    first,
    values: filledOver(
      measure,
      outcome.table.values[0] ?? days.starts.map(() => null),
      days,
      reaches,
      before([]),
    ),
    provisionalFrom: from.length > 0 ? Math.min(...from) : null,
    ...(against.length > 0 ? { against } : {}),
  };
}
