import { newNamedPeriodSchema } from '../../../contract/modelling';
import { readBody, respond } from '../../../server/http';
import { readModel } from '../../../server/model/model';
import { namedPeriodUses, saveNamedPeriod } from '../../../server/model/namedPeriods';

export const dynamic = 'force-dynamic';

/** The named periods, each with the dashboards on which it is used and its places there. */
export function GET(request: Request) {
  return respond(request, async () => {
    const { model } = await readModel();
    const uses = await namedPeriodUses(model);
    return model.periods.map((period) => ({ ...period, dashboards: uses.get(period.key) ?? [] }));
  });
}

/** Makes a named period. */
export function POST(request: Request) {
  return respond(request, async () =>
    Response.json(await saveNamedPeriod(null, await readBody(request, newNamedPeriodSchema)), {
      status: 201,
    }),
  );
}
