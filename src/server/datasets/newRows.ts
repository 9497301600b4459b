/** Rows that were read, and the transaction that makes them a dataset's. */
import type { Spread } from '../nodes/address';
import type { LoadPlan, Origin } from '../../contract/datasets';
import { eq } from 'drizzle-orm';
import { unionRuns } from '../../core/calendar/runs';
import type { LoadChanges } from '../../core/model/freshness';
import { sqlNow, type Database } from '../database/connection';
import { dataset, datasetLoad, loadRefusal } from '../database/schema';
import { changesByAdding } from './changes';
import type { CoverageByRole, Definition } from './definition';
import { definitionFor } from './plan';
import type { StoredLoad } from './repository';
import type { StreamOutcome } from './stream';

export interface Owned {
  readonly id: number;
  readonly key: string;
  readonly name: string;
  readonly currentLoad: number | null;
  readonly rowsLoad: number | null;
  readonly spread: Spread | null;
}

/** What a dataset holds after a load: an append leaves it as it is. */
export function definitionAfter(plan: LoadPlan, known: Definition | undefined): Definition {
  return plan.mode === 'append' && known ? known : definitionFor(plan, known);
}

export interface NewRows {
  readonly definition: Definition;
  readonly plan: LoadPlan;
  readonly outcome: StreamOutcome;
  readonly coverage: CoverageByRole;
  readonly total: number;
  readonly changes: LoadChanges | null;
  /** The load that made their table. */
  readonly rowsLoad: number;
  /** The nodes that they lie on; null where they lie here. */
  readonly spread: Spread | null;
  readonly origin: Origin | undefined;
}

export type Transaction = Pick<Database, 'select' | 'insert' | 'update'>;
type RowsRead = Pick<NewRows, 'definition' | 'plan' | 'outcome' | 'origin' | 'spread'>;

/** Rows that come after those of the load `before`, in the table that the load `rowsLoad` made. */
export const rowsAdded = (read: RowsRead, before: StoredLoad, rowsLoad: number): NewRows => ({
  ...read,
  coverage: mergeCoverage(before.coverage, read.outcome.coverage),
  total: before.rowsTotal + read.outcome.loaded,
  changes: changesByAdding(read.definition, before.coverage, read.outcome.coverage),
  rowsLoad,
});

/** Rows that take the place of all others. */
export const rowsReplaced = (read: RowsRead, load: number, changes: LoadChanges | null): NewRows => ({
  ...read,
  coverage: mergeCoverage(undefined, read.outcome.coverage),
  total: read.outcome.loaded,
  changes,
  rowsLoad: load,
});

function mergeCoverage(before: CoverageByRole | undefined, now: CoverageByRole): CoverageByRole {
  const merged: CoverageByRole = {};
  for (const [key, entry] of Object.entries(now)) {
    const old = before?.[key];
    merged[key] = old
      ? {
          runs: [...unionRuns(old.runs, entry.runs)],
          blank: old.blank + entry.blank,
          outside: old.outside + entry.outside,
        }
      : entry;
  }
  return merged;
}

/** Makes the new rows the dataset's, as part of a transaction. */
export async function putInUse(transaction: Transaction, owned: Owned, load: number, made: NewRows) {
  const { plan, outcome, coverage, total, changes, rowsLoad, spread, origin } = made;
  // Roles and measures that were changed while the rows came in stay as they are now.
  const [now] = await transaction.select().from(dataset).where(eq(dataset.id, owned.id)).for('update');
  const changed = now && owned.currentLoad !== null ? now.definition : undefined;
  const definition = changed ? definitionAfter(plan, changed) : made.definition;
  for (let i = 0; i < outcome.refusals.length; i += 200) {
    const part = outcome.refusals.slice(i, i + 200);
    await transaction
      .insert(loadRefusal)
      .values(part.map((refusal, j) => ({ loadId: load, ordinal: i + j + 1, ...refusal })));
  }
  await transaction
    .update(datasetLoad)
    .set({
      status: 'done',
      finishedAt: sqlNow(),
      rowsLoaded: outcome.loaded,
      rowsRefused: outcome.refused,
      rowsTotal: total,
      bytes: outcome.bytes,
      coverage,
      changes,
    })
    .where(eq(datasetLoad.id, load));
  const timeZone = plan.mode === 'append' ? {} : { timeZone: plan.timeZone };
  await transaction
    .update(dataset)
    .set({ currentLoad: load, rowsLoad, spread, definition, origin: origin ?? null, ...timeZone })
    .where(eq(dataset.id, owned.id));
}
