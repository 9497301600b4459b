import { geometryPlaceSchema, LARGEST_GEOMETRY } from '../../../contract/geometries';
import { listGeometries, saveGeometry } from '../../../server/geometry/repository';
import { readPlainText, readQuery, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** All geometries, with where they are drawn. */
export function GET(request: Request) {
  return respond(request, listGeometries);
}

/** Takes a GeoJSON file as the body; `?name=` and `?source=` say what it is called here and was called there. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { name, source } = readQuery(request, geometryPlaceSchema);
    const text = await readPlainText(request, 'application/geo+json', LARGEST_GEOMETRY);
    return Response.json(await saveGeometry(name, source ?? name, text), { status: 201 });
  });
}
