import { respond } from '../../../server/http';
import { once } from '../../../server/once';
import { openApiDocument } from '../../../server/openApi';

export const dynamic = 'force-dynamic';

/** The interface for programs as an OpenAPI document. */
export function GET(request: Request) {
  return respond(request, () => Promise.resolve(once('openApi', openApiDocument)));
}
