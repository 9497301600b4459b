/** The model as a caller may see it: without what tells of rows that they may not see. */
import { LRUCache } from 'lru-cache';
import type { SharedDimension } from '../../core/model/model';
import { currentCaller } from '../caller';
import { relationOf } from '../datasets/relation';
import type { ReadModel } from '../model/readModel';
import { once } from '../once';
import { linkedKeys } from './linkRights';
import { sightOf, type Sight } from './sight';

/** So many ways of seeing a model are kept. */
const KEPT_SIGHTS = 50;
/** Rules may hold for days that roll on. */
const KEPT_MS = 15 * 60_000;

type KeptModels = LRUCache<string, Promise<ReadModel>>;

/** Spellings of a dimension whose form the caller may see. */
function seenSpellings(dimension: SharedDimension, { rules }: Sight): SharedDimension {
  const own = rules.filter((rule) => rule.dimension === dimension.key);
  if (own.length === 0) return dimension;
  const allowed = new Set(own.flatMap((rule) => rule.values ?? []));
  const spellings = Object.entries(dimension.spellings).filter(([, shown]) => allowed.has(shown));
  return { ...dimension, spellings: Object.fromEntries(spellings) };
}

async function withSight(whole: ReadModel, sight: Sight): Promise<ReadModel> {
  const rows = new Map<string, number>();
  for (const entry of whole.stored) {
    const relation = await relationOf(entry);
    // A live table that does not answer now has no rows to count.
    const found = await relation
      .select<{ n: number }>(`SELECT COUNT(*) AS n FROM ${relation.from}`)
      .catch(() => []);
    rows.set(entry.key, Number(found[0]?.n ?? 0));
  }
  return {
    stored: whole.stored,
    model: {
      ...whole.model,
      datasets: whole.model.datasets.map((dataset) => ({ ...dataset, rows: rows.get(dataset.key)! })),
      shared: whole.model.shared.map((dimension) => seenSpellings(dimension, sight)),
    },
  };
}

/** What a link leads to: nothing that its dashboard does not use. */
function withLink({ model, stored }: ReadModel, isUsed: (key: string) => boolean): ReadModel {
  const datasets = model.datasets.filter(({ key }) => isUsed(key));
  const isKept = (key: string) => datasets.some((dataset) => dataset.key === key);
  return {
    stored: stored.filter(({ key }) => isKept(key)),
    model: {
      ...model,
      datasets,
      shared: model.shared
        .filter(({ key }) => isUsed(key))
        .map((dimension) => ({
          ...dimension,
          members: dimension.members.filter(({ dataset }) => isKept(dataset)),
        })),
      definitions: model.definitions.filter(({ dataset }) => isKept(dataset)),
    },
  };
}

/** The model as the current caller may see it; the same object for the same sight until something changes. */
export async function seenModel(whole: ReadModel): Promise<ReadModel> {
  const caller = currentCaller();
  const sight = await sightOf(caller);
  if (!sight && caller.kind !== 'link') return whole;
  const kept = once('models seen', () => new WeakMap<ReadModel, KeptModels>());
  const models: KeptModels = kept.get(whole) ?? new LRUCache({ max: KEPT_SIGHTS, ttl: KEPT_MS });
  kept.set(whole, models);
  const linked = await linkedKeys(caller);
  const key = JSON.stringify([sight?.key, linked?.key]);
  const known = models.get(key);
  if (known) return known;
  const seen = (async () => {
    const rows = sight ? await withSight(whole, sight) : whole;
    return linked ? withLink(rows, linked.isUsed) : rows;
  })();
  models.set(key, seen);
  seen.catch(() => models.delete(key));
  return seen;
}
