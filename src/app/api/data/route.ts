import { dataSchema } from '../../../contract/dataAsked';
import { fileName, MEDIA_TYPES } from '../../../contract/files';
import { readBody, respond } from '../../../server/http';
import { compute } from '../../../server/work/pool';
import type { DataFile } from '../../../server/work/tasks';

/** The figures of a visual, or of all visuals of a dashboard, as a file. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { format, ...asked } = await readBody(request, dataSchema);
    const { title, base64 } = JSON.parse(await compute('data', { ...asked, format })) as DataFile;
    const name = encodeURIComponent(fileName(title, format));
    return new Response(Buffer.from(base64, 'base64'), {
      headers: {
        'content-type': MEDIA_TYPES[format],
        'content-disposition': `attachment; filename*=UTF-8''${name}`,
      },
    });
  });
}
