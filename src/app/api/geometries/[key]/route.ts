import { readFeatures, removeGeometry } from '../../../../server/geometry/repository';
import { respond } from '../../../../server/http';

type Context = { params: Promise<{ key: string }> };

/** The shapes of a geometry. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { text } = await readFeatures((await params).key);
    return new Response(text, { headers: { 'content-type': 'application/json' } });
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await removeGeometry((await params).key);
    return null;
  });
}
