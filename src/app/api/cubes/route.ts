import { cubeShapeSchema } from '../../../core/cube/cube';
import { packedCube } from '../../../server/answers/cubes';
import { findDataset } from '../../../server/datasets/repository';
import { respond } from '../../../server/http';
import { Problem } from '../../../server/problem';

/**
 * A cube as a gzipped Arrow stream, or 204 when the database answers instead. The shape names the load, so it
 * never changes. The server drops a `content-encoding` of ours, so the reader unpacks it.
 */
export function GET(request: Request) {
  return respond(request, async () => {
    const text = new URL(request.url).searchParams.get('shape') ?? 'null';
    let input: unknown;
    try {
      input = JSON.parse(text);
    } catch {
      throw new Problem('not-json', 'The shape is not JSON.');
    }
    const shape = cubeShapeSchema.parse(input);
    const packed = await packedCube(await findDataset(shape.dataset), shape);
    if (!packed.ok) return new Response(null, { status: 204, headers: { 'x-dathen-reason': packed.reason } });
    return new Response(new Uint8Array(packed.bytes), {
      headers: {
        'content-type': 'application/gzip',
        'cache-control': 'private, max-age=31536000, immutable',
      },
    });
  });
}
