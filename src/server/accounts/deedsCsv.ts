/** The log of deeds as comma-separated values, a stretch at a time. */
import { csvLines, CSV_MARK, safeText } from '../files/csv';
import { listDeeds, type DeedsAsked } from './deeds';

const STRETCH = 500;

/** Newest first. */
export async function* deedsCsv(asked: DeedsAsked): AsyncGenerator<string> {
  yield `${CSV_MARK}${csvLines([['at', 'who', 'what', 'to what', 'from']])}`;
  for (let offset = 0; ; offset += STRETCH) {
    const { deeds } = await listDeeds(asked, { offset, limit: STRETCH });
    if (deeds.length === 0) return;
    yield csvLines(
      deeds.map(({ at, actor, action, object, address }) => [
        at,
        safeText(actor),
        action,
        safeText(object),
        address,
      ]),
    );
  }
}
