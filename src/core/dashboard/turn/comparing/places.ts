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
  const ordered = partners
    .flatMap((partner, i) => (partner ? [{ ...partner, i }] : []))
    .sort((a, b) => a.start - b.start);
  const starts: number[] = [];
  const at = partners.map((): number | null => null);
  ordered.forEach((partner, n) => {
    at[partner.i] = starts.length;
    starts.push(partner.start);
    const next = ordered[n + 1];
    if (next && next.start > partner.end + 1) starts.push(partner.end + 1);
  });
  const last = ordered[ordered.length - 1];
  return { span: last ? { starts, end: last.end } : null, at };
}
