/** A source that answers by scanning column files; the database answers what they cannot tell. */
import { LRUCache } from 'lru-cache';
import { shownTexts } from '../../core/cube/columns';
import type { Source } from '../../core/cube/query';
import { scanColumns, scanCovered } from '../../core/cube/scan';
import type { ScannedColumns } from '../../core/cube/scanTests';
import type { Model } from '../../core/model/model';
import { seenRows } from '../accounts/sight';
import { spellingsIn } from '../answers/sqlSource';
import type { StoredDataset } from '../datasets/repository';
import { log } from '../log';
import { once } from '../once';
import { openColumns, type OpenColumns } from './columnReader';

/** Column files that stay open, with their texts. */
const MOST_OPEN = 4;

function opened(dataset: number, load: number): OpenColumns | undefined {
  const open = once(
    'column files',
    () => new LRUCache<string, OpenColumns>({ max: MOST_OPEN, dispose: (file) => file.close() }),
  );
  const key = `${dataset} ${load}`;
  const known = open.get(key);
  if (known) return known;
  const file = openColumns(dataset, load);
  if (file) open.set(key, file);
  return file;
}

function scannedOf(stored: StoredDataset, model: Pick<Model, 'shared'>): ScannedColumns | undefined {
  if (stored.currentLoad === null || stored.origin?.mode === 'live') return undefined;
  const file = opened(stored.id, stored.currentLoad);
  if (!file) return undefined;
  const { columns } = stored.definition;
  const positionOf = (key: string) => columns.findIndex((column) => column.key === key);
  const named = file.named(positionOf);
  const spellings = spellingsIn(model, stored);
  return {
    ...named,
    kind(key) {
      const kind = file.index.columns[positionOf(key)]?.kind;
      return kind === 'absent' ? undefined : kind;
    },
    scale: (key) => columns[positionOf(key)]!.scale,
    hasTimes: (key) => columns[positionOf(key)]?.type === 'timestamp',
    shown: (key) => shownTexts(named.values(key), spellings[key]),
  };
}

/** A source over the column files of some datasets. */
export function columnSource(datasets: readonly StoredDataset[], model: Pick<Model, 'shared'>): Source {
  const answered = async <T>(
    dataset: string,
    scan: (columns: ScannedColumns) => T | undefined,
  ): Promise<T | undefined> => {
    const stored = datasets.find(({ key }) => key === dataset);
    // Rows that are held back from the caller are left out by the database.
    if (!stored || (await seenRows(stored)) !== null) return undefined;
    try {
      const columns = scannedOf(stored, model);
      return columns && scan(columns);
    } catch (error) {
      log().warn(error, 'a column file is damaged; the database is asked');
      return undefined;
    }
  };
  return {
    covered: (selection) => answered(selection.dataset, (columns) => scanCovered(columns, selection)),
    aggregate: (query) => answered(query.dataset, (columns) => scanColumns(columns, query)),
  };
}
