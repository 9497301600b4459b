import { tellObject } from '../../../server/accounts/deeds';
import { dataSchema } from '../../../contract/dataAsked';
import { readBody, respond } from '../../../server/http';
import { dataFile } from '../../../server/work/dataFile';

/** The figures of a visual, or of all visuals of a dashboard, as a file. */
export function POST(request: Request) {
  return respond(request, async () => {
    const asked = await readBody(request, dataSchema);
    tellObject(request, `${asked.document.title}, ${asked.format}`);
    return dataFile(asked);
  });
}
