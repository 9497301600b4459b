/** The log of deeds as comma-separated values, a stretch at a time. */
import { csvLines, CSV_MARK, safeText } from '../files/csv';
import { listDeeds, type DeedsAsked } from './deeds';

const STRETCH = 500;

/** Newest first. */
export function deedsCsv(asked: DeedsAsked): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let offset = 0;
  return new ReadableStream({
    start(controller) {
      controller.enqueue(
        encoder.encode(`${CSV_MARK}${csvLines([['at', 'who', 'what', 'to what', 'from']])}`),
      );
    },
    async pull(controller) {
      const { deeds } = await listDeeds(asked, { offset, limit: STRETCH });
      offset += STRETCH;
      if (deeds.length === 0) return controller.close();
      const rows = deeds.map(({ at, actor, action, object, address }) => [
        at,
        safeText(actor),
        action,
        safeText(object),
        address,
      ]);
      controller.enqueue(encoder.encode(csvLines(rows)));
    },
  });
}
