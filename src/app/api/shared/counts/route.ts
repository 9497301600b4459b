import { z } from 'zod';
import { sharedDimensionSchema } from '../../../../core/model/model';
import { readBody, respond } from '../../../../server/http';
import { rowsOfValues } from '../../../../server/model/shared';

const bodySchema = z.object({
  members: sharedDimensionSchema.shape.members,
  values: z.array(z.string().max(500)).max(500),
});

/** The rows that have each of some values, over the columns of a shared dimension. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { members, values } = await readBody(request, bodySchema);
    return rowsOfValues(members, values);
  });
}
