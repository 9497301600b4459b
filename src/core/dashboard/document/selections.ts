/** Selections that a dashboard ships: what readers can hold, under names. */
import { z } from 'zod';
import { id as ids } from '../../model/ids';

/** What is held, in the form that it has in the address. */
export const addressPartsSchema = z
  .record(z.string().min(1).max(64), z.string().max(100_000))
  .refine((parts) => Object.keys(parts).length <= 500, 'At most 500 parts.');
export type AddressParts = z.infer<typeof addressPartsSchema>;

export const selectionNameSchema = z.string().trim().min(1).max(100);

export const shippedSelectionSchema = z.object({
  id: ids.item,
  name: selectionNameSchema,
  parts: addressPartsSchema.describe('What is held, as it stands in the address'),
});

/** Selections that a dashboard ships at most. */
export const MOST_SELECTIONS = 50;
