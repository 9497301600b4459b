import { documentJsonSchema } from '../../../../core/dashboard/document/document';
import { respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

/** The JSON Schema of dashboard documents. */
export function GET(request: Request) {
  return respond(request, () =>
    Promise.resolve(
      Response.json(documentJsonSchema(), { headers: { 'content-type': 'application/schema+json' } }),
    ),
  );
}
