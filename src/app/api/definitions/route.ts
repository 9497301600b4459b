import { newDefinitionSchema } from '../../../contract/modelling';
import { readBody, respond } from '../../../server/http';
import { definitionUses, listDefinitions, saveDefinition } from '../../../server/model/definitions';

export const dynamic = 'force-dynamic';

/** The definitions, each with the dashboards on which it is used. */
export function GET(request: Request) {
  return respond(request, async () => {
    const uses = await definitionUses();
    return (await listDefinitions()).map((definition) => ({
      ...definition,
      dashboards: uses.find((use) => use.key === definition.key)?.dashboards ?? [],
    }));
  });
}

/** Makes a definition. */
export function POST(request: Request) {
  return respond(request, async () =>
    Response.json(await saveDefinition(null, await readBody(request, newDefinitionSchema)), { status: 201 }),
  );
}
