/** The figures of a dashboard as a file: of one visual, or of all of them. */
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { isSeenOn, pageCalled, pagesOf } from '../../core/dashboard/document/pages';
import { todayFor } from '../../core/dashboard/document/clock';
import { titlesIn } from '../../core/dashboard/document/title';
import { actingAsOf } from '../../core/dashboard/reader/held';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { isShown } from '../../core/dashboard/turn/answer';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { hasData, visualData } from '../../core/dashboard/turn/data/visualData';
import { aboutOf } from '../../core/dashboard/turn/said/about';
import { visualSubtitle, visualTitle } from '../../core/dashboard/turn/said/visualWords';
import type { FileFormat } from '../../contract/files';
import { csvOf } from '../files/csv';
import { jsonOf } from '../files/json';
import { parquetOf } from '../files/parquet';
import type { NamedTable, TakenAway } from '../files/takenAway';
import { xlsxOf } from '../files/xlsx';
import { Problem } from '../problem';
import { preparedFor } from './answer';

/** What is taken away: a visual; or all visuals that have figures, of a page or (null) of all pages. */
export interface Wanted {
  readonly visual: string | null;
  readonly page: string | null;
}

/** The figures of visuals under a reader's state, with what is in effect. */
export async function takenAway(
  document: DashboardDocument,
  given: ReaderState,
  { visual: id, page }: Wanted,
): Promise<TakenAway> {
  const state = stateFor(document, given);
  const { design: designed, source } = await preparedFor(document);
  const { model } = designed;
  const now = Date.now();
  const today = todayFor(document, model, now);
  const answer = await answerTurn({ design: designed, state, today }, source);
  const design = designed.chosen(state);
  const titles = titlesIn(design.document, model);
  const ground = { model, document };
  const wanted = design.document.visuals.filter((visual) =>
    id === null ? page === null || isSeenOn(document, visual.id, page) : visual.id === id,
  );
  if (page !== null && !pagesOf(document).some((entry) => entry.id === page))
    throw new Problem('no-such-item', `There is no page “${page}” on this dashboard.`, 404);
  if (id !== null && wanted.length === 0)
    throw new Problem('no-such-item', `There is no visual “${id}” on this dashboard.`, 404);
  const tables = wanted.flatMap((visual): NamedTable[] => {
    const shown = answer.visuals[visual.id];
    const data = isShown(shown) ? visualData(visual, shown, model) : undefined;
    if (!data) return [];
    const title = visual.title.includes('{') ? visualTitle(visual, shown, ground) : titles.get(visual.id)!;
    return [{ title, subtitle: visualSubtitle(visual, shown, ground), data }];
  });
  if (id !== null && tables.length === 0)
    throw new Problem(
      'no-data',
      hasData(wanted[0]!)
        ? 'The visual shows nothing now, so there is nothing to take away. Choose other days or values.'
        : 'A table of rows has no figures of its own.',
      404,
    );
  const about = aboutOf(design, state, answer, { today: actingAsOf(document, state) ?? today, now });
  const of = page !== null && pagesOf(document).length > 1 ? pageCalled(document, page) : null;
  return {
    about: of ? { ...about, title: `${about.title} · ${of.name}` } : about,
    madeAt: new Date(now).toISOString(),
    tables,
  };
}

/** Figures as a file. A format that holds one table is only for one visual. */
export async function fileOf(taken: TakenAway, format: FileFormat): Promise<string | Uint8Array> {
  const [first] = taken.tables;
  switch (format) {
    case 'json':
      return jsonOf(taken);
    case 'xlsx':
      return xlsxOf(taken);
    case 'csv':
      return csvOf(first!.data);
    case 'parquet':
      return parquetOf(first!.data);
  }
}
