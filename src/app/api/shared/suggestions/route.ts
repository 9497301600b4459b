import { respond } from '../../../../server/http';
import { categoryValues, suggestions } from '../../../../server/model/shared';

export const dynamic = 'force-dynamic';

/** Every category column with its values, and groups of them that seem to mean the same. */
export function GET(request: Request) {
  return respond(request, async () => ({
    columns: await categoryValues(),
    suggestions: await suggestions(),
  }));
}
