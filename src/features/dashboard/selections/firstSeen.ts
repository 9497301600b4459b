/** What the reader of this browser sees first on a dashboard: a selection, kept as it was when it was chosen. */
import { z } from 'zod';
import { addressPartsSchema, type AddressParts } from '../../../core/dashboard/document/selections';

const firstSchema = z.object({
  /** Which selection it is: "saved 3", "shipped s1". */
  ref: z.string(),
  parts: addressPartsSchema,
});
type First = z.infer<typeof firstSchema>;

const settingOf = (dashboard: number) => `dathen-first-${dashboard}`;

/** What is seen first; null where nothing was chosen, or it cannot be read. */
export function firstSeen(dashboard: number): First | null {
  const kept = localStorage.getItem(settingOf(dashboard));
  if (kept === null) return null;
  try {
    const parsed = firstSchema.safeParse(JSON.parse(kept));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export function keepFirstSeen(dashboard: number, ref: string, parts: AddressParts): void {
  localStorage.setItem(settingOf(dashboard), JSON.stringify({ ref, parts } satisfies First));
}

export function forgetFirstSeen(dashboard: number): void {
  localStorage.removeItem(settingOf(dashboard));
}
