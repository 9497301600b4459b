/** Answers of tables of rows. */
import { clipRuns } from '../../../coverage/coverage';
import { TOTAL } from '../../../cube/query';
import type { TableOfRows } from '../../document/visuals';
import { seenBy } from '../../wiring/selection';
import type { VisualAnswer } from '../answer';
import type { ReachContext } from '../reach';
import { broken, ELSEWHERE, missingDataset } from './parts';

/** Answers a table: its window and the number of its rows; the rows themselves are asked for page by page. */
export async function answerTable(context: ReachContext, visual: TableOfRows): Promise<VisualAnswer> {
  const { design, settings, source } = context;
  const [use] = design.uses(visual);
  if (!use) return broken(missingDataset(visual.dataset));
  const seen = seenBy(design, settings, visual, use);
  const covered = seen.pending ? undefined : await source.covered(seen.selection);
  if (!covered) return ELSEWHERE;
  const clipped = clipRuns(seen.window, covered);
  if (clipped.empty) {
    return { kind: 'empty', asked: seen.window, nearest: clipped.nearest?.day, acting: seen.acting };
  }
  const total = await source.aggregate({
    ...seen.selection,
    window: clipped.runs,
    by: TOTAL,
    numbers: [],
  });
  if (!total) return ELSEWHERE;
  const { runs: shown, days, daysWithData } = clipped;
  const about = { asked: seen.window, shown, days, daysWithData };
  return {
    kind: 'table',
    window: about,
    uses: [{ ...use, ...about, measures: [], acting: seen.acting, selection: seen.selection }],
    rows: total.rows[0]!,
    layout: total.layout,
    latest: covered[covered.length - 1]!.end,
    notes: [],
  };
}
