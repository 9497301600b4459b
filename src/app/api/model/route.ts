import { isAtLeast } from '../../../contract/people';
import { respond } from '../../../server/http';
import { log } from '../../../server/log';
import { readModel } from '../../../server/model/model';
import { categoryValues } from '../../../server/model/shared';

export const dynamic = 'force-dynamic';

/** Calendar rule, datasets, roles and measures. */
export function GET(request: Request) {
  return respond(request, async ({ role }) => {
    const { model } = await readModel();
    // The model's page compares the values of all categories next: they are read while the model is drawn.
    if (role === null || !isAtLeast(role, 'keeper')) return model;
    categoryValues().catch((error: unknown) => log().warn(error, 'values were not read ahead'));
    return model;
  });
}
