import { respond } from '../../../server/http';
import { readModel } from '../../../server/model/model';

export const dynamic = 'force-dynamic';

/** Calendar rule, datasets, roles and measures. */
export function GET(request: Request) {
  return respond(request, async () => (await readModel()).model);
}
