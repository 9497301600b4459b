/** Rows of a dataset as comma-separated values, a stretch at a time, so that no more than one is held. */
import { openRows, type RowRequest, type RowsWanted } from '../answers/rowPage';
import { CSV_MARK, csvLines, safeText } from './csv';
import { Problem } from '../problem';

/** Rows read at once. */
const STRETCH = 20_000;
/** Rows that one file holds: what programs that open it can show. */
const MOST_ROWS = 1_000_000;

/** Opens rows as a file. Throws a `Problem` where there are more than a file holds. */
export async function rowsCsv(
  wanted: RowsWanted,
  sort: RowRequest['sort'],
  most = MOST_ROWS,
): Promise<AsyncGenerator<string>> {
  const rows = await openRows(wanted, sort);
  const total = await rows.count();
  if (total > most)
    throw new Problem(
      'too-many-rows',
      `There are ${total.toLocaleString('en')} rows; a file holds ${most.toLocaleString('en')}. Choose fewer days or values.`,
      422,
    );
  const { columns } = wanted.dataset.definition;
  const shown = rows.columns.map((key) => columns.find((column) => column.key === key)!);
  return (async function* () {
    yield `${CSV_MARK}${csvLines([shown.map((column) => safeText(column.name))])}`;
    for (let offset = 0; offset < total; offset += STRETCH) {
      const page = await rows.page(offset, STRETCH);
      yield csvLines(
        page.map(({ values }) =>
          // Decimals come as texts, so that no digit is lost; they are numbers all the same.
          values.map((value, c) =>
            shown[c]!.type === 'text' && value !== null ? safeText(String(value)) : value,
          ),
        ),
      );
    }
  })();
}
