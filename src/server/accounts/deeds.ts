/** The log of who did what. Rows are added, and never changed. */
import { and, desc, gte, like, lt, or, sql, type SQL } from 'drizzle-orm';
import type { Deed } from '../../contract/people';
import type { Caller } from '../caller';
import { database } from '../database/connection';
import { deed } from '../database/accountSchema';

export interface DoneDeed {
  /** What was done, such as "dashboard changed". */
  readonly action: string;
  /** What it was done to, such as "dashboard 3". */
  readonly object: string;
  readonly address?: string | null;
}

/** The address that a request came from, as the server itself has said (`clientAddress.mjs`). */
export const addressOf = (request: Pick<Request, 'headers'>): string | null =>
  request.headers.get('x-forwarded-for')?.split(',')[0]?.trim().slice(0, 64) ?? null;

const objects = new WeakMap<Request, string>();

/** Says what a request is about, where its address does not tell: a name, a title, an address of mail. */
export function tellObject(request: Request, words: string): void {
  objects.set(request, words);
}

/** What a request is about: what its address names, and what its handler told. */
export function objectOf(request: Request): string {
  const place = new URL(request.url).pathname.slice('/api/'.length);
  const told = objects.get(request);
  return told === undefined ? place : `${place}: ${told}`;
}

/** Writes down what a caller did; nothing where there are no accounts. */
export async function noteDeed(caller: Caller, done: DoneDeed): Promise<void> {
  if (caller.kind === 'alone') return;
  await database()
    .insert(deed)
    .values({
      at: new Date(),
      personId: caller.person,
      actor: caller.name.slice(0, 255),
      action: done.action,
      object: done.object.slice(0, 255),
      address: done.address ?? null,
    });
}

export interface DeedsAsked {
  /** A part of the name, the action or the object; empty for all. */
  readonly search: string;
  /** Moments, `from` inclusive, `to` not; null for no bound. */
  readonly from: Date | null;
  readonly to: Date | null;
}

const kept = ({ search, from, to }: DeedsAsked): SQL | undefined => {
  const text = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  return and(
    search === '' ? undefined : or(like(deed.actor, text), like(deed.action, text), like(deed.object, text)),
    from ? gte(deed.at, from) : undefined,
    to ? lt(deed.at, to) : undefined,
  );
};

/** Deeds, the newest first, a page at a time; and how many there are. */
export async function listDeeds(
  asked: DeedsAsked,
  page: { readonly offset: number; readonly limit: number },
): Promise<{ deeds: Deed[]; total: number }> {
  const rows = await database()
    .select()
    .from(deed)
    .where(kept(asked))
    .orderBy(desc(deed.id))
    .limit(page.limit)
    .offset(page.offset);
  const [count] = await database()
    .select({ total: sql<number>`COUNT(*)` })
    .from(deed)
    .where(kept(asked));
  return {
    deeds: rows.map(({ personId: _, at, ...row }) => ({ ...row, at: at.toISOString() })),
    total: Number(count?.total ?? 0),
  };
}
