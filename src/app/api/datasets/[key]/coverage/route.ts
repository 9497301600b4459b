import { coverageByValue } from '../../../../../server/datasets/coverageByValue';
import { findDataset } from '../../../../../server/datasets/repository';
import { respond } from '../../../../../server/http';
import { Problem } from '../../../../../server/problem';

export const dynamic = 'force-dynamic';

/** Days with data by a date role (`?role=KEY`), in all and for each value of a category (`&column=KEY`). */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const { searchParams } = new URL(request.url);
    const role = searchParams.get('role');
    if (role === null) throw new Problem('bad-request', 'Say which date role: ?role=KEY.');
    return coverageByValue(await findDataset((await params).key), role, searchParams.get('column'));
  });
}
