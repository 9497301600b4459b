import { fileHeaders } from '../../../../contract/files';
import { deedsAsked } from '../../../../server/accounts/deedsAsked';
import { deedsCsv } from '../../../../server/accounts/deedsCsv';
import { textStream } from '../../../../server/files/textStream';
import { respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

/** The log as a CSV file, with the same bounds as the list. */
export function GET(request: Request) {
  return respond(request, async () =>
    Promise.resolve(
      new Response(textStream(deedsCsv(deedsAsked(request))), {
        headers: fileHeaders('Who did what', 'csv'),
      }),
    ),
  );
}
