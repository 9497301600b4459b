import { z } from 'zod';
import { respond } from '../../../server/http';
import { usesOfDataset, usesOfMeasure, usesOfShared } from '../../../server/model/uses';

export const dynamic = 'force-dynamic';

const key = z.string().min(1).max(64);
const askedSchema = z.union([
  z.object({ shared: key }).strict(),
  z.object({ dataset: key, measure: key }).strict(),
  z.object({ dataset: key }).strict(),
]);

/** Where a dataset, a measure of it, or a shared dimension is used. */
export function GET(request: Request) {
  return respond(request, async () => {
    const asked = askedSchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    if ('shared' in asked) return usesOfShared(asked.shared);
    return 'measure' in asked ? usesOfMeasure(asked.dataset, asked.measure) : usesOfDataset(asked.dataset);
  });
}
