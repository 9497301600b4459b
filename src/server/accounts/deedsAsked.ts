/** Which deeds a request asks for. */
import { z } from 'zod';
import type { DeedsAsked } from './deeds';

const day = z.iso
  .date()
  .transform((text) => new Date(`${text}T00:00:00Z`))
  .nullable()
  .default(null);

const schema = z.object({
  search: z.string().max(200).default(''),
  /** Days in UTC, both inclusive. */
  from: day,
  to: day,
  offset: z.coerce.number().int().min(0).max(100_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(50),
});

const DAY_MS = 86_400_000;

/** Throws a Zod error for what does not fit. */
export function deedsAsked(
  request: Request,
): DeedsAsked & { readonly offset: number; readonly limit: number } {
  const { to, ...asked } = schema.parse(Object.fromEntries(new URL(request.url).searchParams));
  return { ...asked, to: to && new Date(to.getTime() + DAY_MS) };
}
