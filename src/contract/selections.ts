/** Saved selections as they are sent. */
import { z } from 'zod';
import { addressPartsSchema, selectionNameSchema } from '../core/dashboard/document/selections';

/** A new one: its name, and what it holds as it stands in the address. */
export const newSelectionSchema = z.object({ name: selectionNameSchema, parts: addressPartsSchema });
/** A change of one: another name, or what is held now. */
export const selectionEditSchema = newSelectionSchema.partial();

export const savedSelectionSchema = newSelectionSchema.extend({
  id: z.int(),
  savedAt: z.string().describe('ISO 8601'),
});
export type SavedSelection = z.infer<typeof savedSelectionSchema>;
export const savedSelectionsSchema = z.array(savedSelectionSchema);
