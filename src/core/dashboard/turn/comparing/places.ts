/** The partners of buckets as stretches that a query can be asked for. */
import type { BucketSpan } from '../../../cube/query';
import type { Partner } from './answer';

/** Partners as consecutive stretches, which a query can be asked for, and where each partner is among them. */
export interface Places {
  /** Null where there is no partner at all. */
  readonly span: BucketSpan | null;
  /** For each bucket its stretch; null for none. */
  readonly at: readonly (number | null)[];
}

/** Puts partners (none of which share a day) into consecutive stretches, with others between them. */
export function placesOf(partners: readonly Partner[]): Places {
  const at: (number | null)[] = [];
  const order: number[] = [];
  partners.forEach((partner, i) => {
    at.push(null);
    if (partner) order.push(i);
  });
  order.sort((a, b) => partners[a]!.start - partners[b]!.start);
  const starts: number[] = [];
  let next = NaN;
  for (const i of order) {
    const { start, end } = partners[i]!;
    if (start > next) starts.push(next);
    at[i] = starts.length;
    starts.push(start);
    next = end + 1;
  }
  return { span: order.length > 0 ? { starts, end: next - 1 } : null, at };
}
