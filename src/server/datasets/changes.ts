/** What a reload changes, day by day: which days are new, which are gone, which hold other rows than before. */
import type { RowDataPacket } from 'mysql2/promise';
import { isoDay, type Day } from '../../core/calendar/day';
import { dayNumberSql } from '../answers/conditionSql';
import { countDays, intersectRuns } from '../../core/calendar/runs';
import type { LoadChanges } from '../../core/model/freshness';
import type { Spread } from '../nodes/address';
import { columnDigests } from '../columns/columnDigests';
import { fromEachPart, partsOf, type Parts } from '../nodes/parts';
import { physicalDay, rowsTable, type CoverageByRole, type Definition } from './definition';
import type { StoredDataset } from './repository';

/** By day, a text that is the same for the same rows in any order; by the database. */
async function digests(parts: Parts, definition: Definition, role: string, shared: readonly string[]) {
  const { columns } = definition;
  const cells = columns
    .flatMap((column, i) => (shared.includes(column.key) ? [`COALESCE(c${i + 1}, '\\\\N')`] : []))
    .join(', ');
  const day = physicalDay(columns, role);
  const rows = await fromEachPart(parts, async (where) => {
    const [found] = await where.query<RowDataPacket[]>(
      `SELECT ${dayNumberSql(day)} AS day, COUNT(*) AS n, SUM(CRC32(CONCAT_WS('\\t', ${cells}))) AS digest
       FROM ${parts.from} WHERE ${day} IS NOT NULL GROUP BY ${day}`,
    );
    return found;
  });
  const sums = new Map<Day, { n: number; digest: bigint }>();
  for (const row of rows) {
    const { n, digest } = sums.get(Number(row.day)) ?? { n: 0, digest: 0n };
    sums.set(Number(row.day), { n: n + Number(row.n), digest: digest + BigInt(row.digest as string) });
  }
  return new Map([...sums].map(([at, { n, digest }]) => [at, `${n}/${digest}`]));
}

interface Compared {
  readonly before: ReadonlyMap<Day, string>;
  readonly after: ReadonlyMap<Day, string>;
}

type OfLoad = readonly [load: number, definition: Definition];

/** Of two loads from their column files, where both hold what is compared in the same form: in a tenth of the time. */
async function digestsByColumn(
  dataset: number,
  [load, definition]: OfLoad,
  [nextLoad, nextDefinition]: OfLoad,
  role: string,
  shared: readonly string[],
): Promise<Compared | undefined> {
  const formOf = ({ columns }: Definition) =>
    shared
      .map((key) => columns.find((column) => column.key === key)!)
      .map(({ type, scale }) => `${type} ${scale}`);
  if (formOf(definition).join() !== formOf(nextDefinition).join()) return undefined;
  const before = await columnDigests(dataset, load, definition, role, shared);
  const after = before && (await columnDigests(dataset, nextLoad, nextDefinition, role, shared));
  return before && after && { before, after };
}

async function digestsByRow(
  owned: Pick<StoredDataset, 'id' | 'rowsLoad' | 'spread'>,
  definition: Definition,
  next: { readonly table: string; readonly spread: Spread | null; readonly definition: Definition },
  role: string,
  shared: readonly string[],
): Promise<Compared> {
  const [before, after] = await Promise.all([
    digests(partsOf(rowsTable(owned), owned.spread), definition, role, shared),
    digests(partsOf(next.table, next.spread), next.definition, role, shared),
  ]);
  return { before, after };
}

/**
 * Compares the rows in use with those that take their place, by the first date role both have; null for a first load,
 * for rows that were read live until now, and where the role is gone.
 */
export async function changesOf(
  owned: Pick<StoredDataset, 'id' | 'currentLoad' | 'rowsLoad' | 'spread'>,
  known: StoredDataset | undefined,
  next: {
    readonly load: number;
    readonly table: string;
    readonly spread: Spread | null;
    readonly definition: Definition;
  },
): Promise<LoadChanges | null> {
  if (!known || owned.rowsLoad === null || known.origin?.mode === 'live') return null;
  const role = known.definition.roles.find((entry) =>
    next.definition.roles.some((other) => other.key === entry.key),
  )?.key;
  if (role === undefined) return null;
  const shared = known.definition.columns
    .map((column) => column.key)
    .filter((key) => next.definition.columns.some((column) => column.key === key));
  const { before, after } =
    (await digestsByColumn(
      owned.id,
      [owned.currentLoad!, known.definition],
      [next.load, next.definition],
      role,
      shared,
    )) ?? (await digestsByRow(owned, known.definition, next, role, shared));
  let added = 0;
  let changed = 0;
  for (const [day, digest] of after) {
    if (!before.has(day)) added++;
    else if (before.get(day) !== digest) changed++;
  }
  const removed = [...before.keys()].filter((day) => !after.has(day)).length;
  const latest = after.size > 0 ? isoDay(Math.max(...after.keys())) : null;
  return { added, removed, changed, latest };
}

/**
 * What rows that are added change, by the first date role: days that had none are new, others that get some are
 * changed; null without a role.
 */
export function changesByAdding(
  { roles }: Definition,
  before: CoverageByRole,
  added: CoverageByRole,
): LoadChanges | null {
  const role = roles[0]?.key;
  if (role === undefined) return null;
  const [old, more] = [before[role]?.runs ?? [], added[role]?.runs ?? []];
  const changed = countDays(intersectRuns(old, more));
  const last = Math.max(old.at(-1)?.end ?? -Infinity, more.at(-1)?.end ?? -Infinity);
  return {
    added: countDays(more) - changed,
    removed: 0,
    changed,
    latest: Number.isFinite(last) ? isoDay(last) : null,
  };
}
