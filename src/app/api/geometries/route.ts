import { geometryNameSchema, LARGEST_GEOMETRY } from '../../../contract/geometries';
import { listGeometries, saveGeometry } from '../../../server/geometry/repository';
import { readPlainText, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** All geometries, with where they are drawn. */
export function GET(request: Request) {
  return respond(request, listGeometries);
}

/** Takes a GeoJSON file as the body; `?name=` and `?source=` say what it is called here and was called there. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { searchParams } = new URL(request.url);
    const name = geometryNameSchema.parse(searchParams.get('name') ?? '');
    const source = (searchParams.get('source') ?? name).slice(0, 500);
    const text = await readPlainText(request, 'application/geo+json', LARGEST_GEOMETRY);
    return Response.json(await saveGeometry(name, source, text), { status: 201 });
  });
}
