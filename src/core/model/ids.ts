/** Names inside documents and models. */
import { z } from 'zod';

export const id = {
  item: z
    .string()
    .regex(/^[a-z][a-z0-9]{0,23}$/)
    .describe('Name of an item inside the document: a letter, then letters and digits'),
  key: z.string().min(1).max(64).describe('Key of a dataset, column, date role or measure'),
};
