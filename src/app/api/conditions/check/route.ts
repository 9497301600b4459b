import { z } from 'zod';
import { isValueOf } from '../../../../core/condition/parameters';
import { readBody, respond } from '../../../../server/http';
import { countKept } from '../../../../server/model/definitions';

const valueSchema = z
  .object({ type: z.enum(['text', 'number', 'date']), text: z.string().max(500) })
  .refine(({ type, text }) => isValueOf(type, text), 'is no value of its type');
const bodySchema = z.object({
  dataset: z.string().min(1).max(64),
  sql: z.string().max(4000),
  /** Of parameters, by their names. */
  values: z.record(z.string(), valueSchema).default({}),
});

/** How many rows of a dataset keep a condition; what is wrong with it comes as an error with its place. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { dataset, sql, values } = await readBody(request, bodySchema);
    return countKept(dataset, sql, new Map(Object.entries(values)));
  });
}
