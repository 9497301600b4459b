import { namedPeriodEditSchema } from '../../../../contract/modelling';
import { removalSchema } from '../../../../contract/modelling';
import { namedPeriodBasis } from '../../../../core/model/fingerprint';
import { checkBasis, readBody, readQuery, respond } from '../../../../server/http';
import { listNamedPeriods } from '../../../../server/model/namedPeriodList';
import { removeNamedPeriod, saveNamedPeriod } from '../../../../server/model/namedPeriods';

type Context = { params: Promise<{ key: string }> };

/** Changes a named period, on every dashboard that uses it. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { key } = await params;
    const known = (await listNamedPeriods()).find((entry) => entry.key === key);
    if (known) checkBasis(request, namedPeriodBasis(known));
    return saveNamedPeriod(key, await readBody(request, namedPeriodEditSchema));
  });
}

/** Deletes a named period; with `?used=yes` also one that dashboards use. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () =>
    removeNamedPeriod((await params).key, readQuery(request, removalSchema).used === 'yes'),
  );
}
