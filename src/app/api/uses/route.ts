import { usesAskedSchema } from '../../../contract/modelling';
import { readQuery, respond } from '../../../server/http';
import { usesOfDataset, usesOfMeasure, usesOfShared } from '../../../server/model/uses';

export const dynamic = 'force-dynamic';

/** Where a dataset, a measure of it, or a shared dimension is used. */
export function GET(request: Request) {
  return respond(request, async () => {
    const { shared, dataset, measure } = readQuery(request, usesAskedSchema);
    if (shared !== undefined) return usesOfShared(shared);
    return measure === undefined ? usesOfDataset(dataset!) : usesOfMeasure(dataset!, measure);
  });
}
