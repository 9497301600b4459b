import { coverageAskedSchema } from '../../../../../contract/datasets';
import { coverageByValue } from '../../../../../server/datasets/coverageByValue';
import { findDataset } from '../../../../../server/datasets/repository';
import { readQuery, respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

/** Days with data by a date role (`?role=KEY`), in all and for each value of a category (`&column=KEY`). */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const { role, column } = readQuery(request, coverageAskedSchema);
    return coverageByValue(await findDataset((await params).key), role, column ?? null);
  });
}
