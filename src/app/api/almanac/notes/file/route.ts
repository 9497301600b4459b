import { notesFile } from '../../../../../server/almanac/notes';
import { respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

/** All notes as an iCalendar file. */
export function GET(request: Request) {
  return respond(
    request,
    async () =>
      new Response(await notesFile(), {
        headers: {
          'content-type': 'text/calendar; charset=utf-8',
          'content-disposition': 'attachment; filename="notes-on-days.ics"',
        },
      }),
  );
}
