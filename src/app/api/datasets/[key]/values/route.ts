import { columnAskedSchema } from '../../../../../contract/datasets';
import { findDataset } from '../../../../../server/datasets/repository';
import { readQuery, respond } from '../../../../../server/http';
import { valuesOf } from '../../../../../server/model/shared';
import { Problem } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** The values of a text column (`?column=KEY`). */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const stored = await findDataset((await params).key);
    const { column } = readQuery(request, columnAskedSchema);
    if (!stored.definition.columns.some((entry) => entry.key === column))
      throw new Problem('no-such-column', `There is no column “${column}”.`, 404);
    return valuesOf(stored, column);
  });
}
