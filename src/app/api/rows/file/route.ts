import { tellObject } from '../../../../server/accounts/deeds';
import { fileHeaders } from '../../../../contract/files';
import { rowsFileSchema } from '../../../../contract/rowsAsked';
import { forLink } from '../../../../server/accounts/linkRights';
import { rowsToTake } from '../../../../server/answers/rows';
import { textStream } from '../../../../server/files/textStream';
import { rowsCsv } from '../../../../server/files/rowsCsv';
import { readBody, respond } from '../../../../server/http';

/** Rows of a table visual, or behind a mark, as comma-separated values. */
export function POST(request: Request) {
  return respond(request, async (caller) => {
    const { document, state, sort, rows } = await forLink(caller, await readBody(request, rowsFileSchema));
    const wanted = await rowsToTake(document, state, rows);
    tellObject(request, `${document.title}, rows of ${wanted.dataset.name}`);
    const stretches = await rowsCsv(wanted, sort);
    return new Response(textStream(stretches), {
      headers: fileHeaders(`${wanted.dataset.name} rows`, 'csv'),
    });
  });
}
