import { createHash } from 'node:crypto';
import { cubeShapeSchema } from '../../../core/cube/cube';
import { checkLinkedShape } from '../../../server/accounts/linkRights';
import { preparedFor } from '../../../server/answers/answer';
import { findDataset } from '../../../server/datasets/repository';
import { respond } from '../../../server/http';
import { Problem } from '../../../server/problem';
import { cubeBeside } from '../../../server/work/cubeFile';

/**
 * A cube as a gzipped Arrow stream, or 204 when the database answers instead. The shape names the load, so it
 * never changes; where people have accounts, others may see other rows of it, so browsers ask anew. The server drops a `content-encoding` of ours, so the reader unpacks it.
 */
export function GET(request: Request) {
  return respond(request, async (caller) => {
    const text = new URL(request.url).searchParams.get('shape') ?? 'null';
    let input: unknown;
    try {
      input = JSON.parse(text);
    } catch {
      throw new Problem('not-json', 'The shape is not JSON.');
    }
    const shape = cubeShapeSchema.parse(input);
    await checkLinkedShape(caller, shape, async (document) => (await preparedFor(document)).design);
    const packed = await cubeBeside(await findDataset(shape.dataset), shape);
    if (!packed.ok) return new Response(null, { status: 204, headers: { 'x-dathen-reason': packed.reason } });
    const etag = `"${createHash('sha256').update(packed.bytes).digest('base64url')}"`;
    const headers = {
      'content-type': 'application/gzip',
      'cache-control':
        caller.kind === 'alone'
          ? 'private, max-age=31536000, immutable'
          : 'private, no-cache, must-revalidate',
      etag,
    };
    if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
    return new Response(new Uint8Array(packed.bytes), { headers });
  });
}
