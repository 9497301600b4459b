import { z } from 'zod';
import { readerStateSchema } from '../../../../../core/dashboard/reader/state';
import { revisionOf } from '../../../../../server/dashboards/repository';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { computed } from '../../../../../server/work/pool';

const bodySchema = readerStateSchema
  .partial()
  .extend({
    /** How many detail rows to give for each table. */
    rows: z.int().min(0).max(1000).default(50),
  })
  .strict();

/** What every visual and control of a dashboard shows for a reader's state. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { rows, ...given } = await readBody(request, bodySchema);
    const id = idFrom((await params).id);
    const state = { periods: {}, choices: {}, ...given };
    return computed('answers', { id, state, rows }, String(await revisionOf(id)));
  });
}
