import { documentJsonSchema } from '../../../../core/dashboard/document/document';

/** The JSON Schema of dashboard documents. */
export function GET() {
  return Response.json(documentJsonSchema(), { headers: { 'content-type': 'application/schema+json' } });
}
