/** Names inside documents and models. */
import { z } from 'zod';

export const id = {
  item: z
    .string()
    .regex(/^[a-z][a-z0-9]{0,23}$/)
    .describe('Name of an item inside the document: a letter, then letters and digits'),
  key: z.string().min(1).max(64).describe('Key of a dataset, column, date role or measure'),
};

/** The first id of a prefix and a number, from 1, that none of these has. */
export function freeIdAmong(taken: readonly { readonly id: string }[], prefix: string): string {
  const ids = new Set(taken.map((entry) => entry.id));
  for (let n = 1; ; n++) if (!ids.has(`${prefix}${n}`)) return `${prefix}${n}`;
}
