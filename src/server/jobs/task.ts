/** What work in the background can be at: told so that any process can do it, also after another one began it. */
import { z } from 'zod';
import { copiedTableSchema } from '../../contract/connections';
import { loadAskedSchema, profileAskedSchema } from '../../contract/datasets';
import type { JobReport } from '../../contract/jobs';

export const taskSchema = z.discriminatedUnion('do', [
  profileAskedSchema.extend({ do: z.literal('profile upload'), upload: z.string() }),
  copiedTableSchema.extend({ do: z.literal('copy table'), connection: z.int() }),
  loadAskedSchema.extend({ do: z.literal('load') }),
  z.object({ do: z.literal('copy again'), dataset: z.string().describe('Its key') }),
  z.object({ do: z.literal('demo') }),
]);
export type Task = z.infer<typeof taskSchema>;

export const TASK_KINDS: { readonly [T in Task['do']]: JobReport['kind'] } = {
  'profile upload': 'profile',
  'copy table': 'profile',
  load: 'load',
  'copy again': 'load',
  demo: 'demo',
};
