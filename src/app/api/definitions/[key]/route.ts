import { definitionEditSchema } from '../../../../contract/modelling';
import { removalSchema } from '../../../../contract/modelling';
import { definitionBasis } from '../../../../core/model/fingerprint';
import { checkBasis, readBody, readQuery, respond } from '../../../../server/http';
import { listDefinitions, removeDefinition, saveDefinition } from '../../../../server/model/definitions';

type Context = { params: Promise<{ key: string }> };

/** Changes a definition, on every dashboard that uses it. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { key } = await params;
    const known = (await listDefinitions()).find((entry) => entry.key === key);
    if (known) checkBasis(request, definitionBasis(known));
    return saveDefinition(key, await readBody(request, definitionEditSchema));
  });
}

/** Deletes a definition; with `?used=yes` also one that dashboards use. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () =>
    removeDefinition((await params).key, readQuery(request, removalSchema).used === 'yes'),
  );
}
