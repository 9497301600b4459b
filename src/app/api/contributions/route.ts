import { z } from 'zod';
import { runSchema } from '../../../contract/days';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { value } from '../../../core/dashboard/document/kinds/entry';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { dimensionSchema } from '../../../core/model/dimension';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({
  document: anyDocumentSchema,
  state: readerStateSchema,
  visual: z.string().max(24),
  /** Id of the baseline, as the visual's answer names it. */
  baseline: z.string().max(40),
  /** Index among the visual's measures. */
  measure: z.int().min(0).max(7).default(0),
  /** First and last day of a bucket and of its partner; null for the whole window. */
  bucket: z.object({ now: runSchema, then: runSchema }).nullable().default(null),
  within: z
    .array(z.object({ dimension: dimensionSchema, value }))
    .max(8)
    .default([]),
});

/** Where a change of a visual comes from: by dimension, what each value adds to it. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, visual, ...asked } = await readBody(request, bodySchema);
    return computed('contributions', { document, state, visual, asked });
  });
}
