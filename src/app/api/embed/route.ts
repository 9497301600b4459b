import { originsFrom } from '../../../core/embedOrigins';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** The origins whose pages may show frames. */
export function GET(request: Request) {
  return respond(request, () => Promise.resolve({ origins: originsFrom(process.env.DATHEN_EMBED_ORIGINS) }));
}
