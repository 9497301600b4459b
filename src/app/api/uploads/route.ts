import type { ReadableStream } from 'node:stream/web';
import { storeUpload } from '../../../server/datasets/uploads';
import { respond } from '../../../server/http';

/** Takes a file as the request's body. */
export function POST(request: Request) {
  return respond(request, async () =>
    Response.json(
      await storeUpload(
        request.body as unknown as ReadableStream | null,
        Number(request.headers.get('content-length') ?? 0),
      ),
      { status: 201 },
    ),
  );
}
