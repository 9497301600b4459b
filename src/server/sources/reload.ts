/** Copies a table of another database again into the dataset it was copied into, set up as it is. */
import type { LoadPlan, LoadResult } from '../../contract/datasets';
import { loadFile, type InUse } from '../datasets/load';
import type { Progress } from '../datasets/profile';
import type { StoredDataset } from '../datasets/repository';
import { newUpload, removeUpload } from '../datasets/uploads';
import { Problem } from '../problem';
import { readHeader } from '../datasets/textFile';
import { tableToText } from './toText';

/** The plan that a dataset's definition stands for, for a file with these columns. */
function planOf(stored: StoredDataset, names: readonly string[]): LoadPlan {
  const { columns, roles } = stored.definition;
  return {
    name: stored.name,
    timeZone: stored.timeZone,
    mode: 'replace',
    delimiter: ',',
    format: 'text',
    sheet: null,
    columns: names.map((name) => {
      const known = columns.find((column) => column.name === name);
      if (!known)
        throw new Problem(
          'columns-differ',
          `The table has a new column “${name}”. Bring it in anew, and choose what it holds.`,
          409,
        );
      const { type, dateOrder, decimalMark, scale, category, key } = known;
      const role = roles.find((entry) => entry.key === key)?.name ?? null;
      return { name, type, dateOrder, decimalMark, scale, category, role };
    }),
  };
}

/** Copies and loads. Throws a `Problem` for datasets that were not copied from a database. */
export async function copyAgain(
  stored: StoredDataset,
  options: { signal: AbortSignal; onProgress: (progress: Progress) => void; onUse?: InUse },
): Promise<LoadResult> {
  const { origin } = stored;
  if (origin?.mode !== 'copy')
    throw new Problem('not-copied', `“${stored.name}” does not come from a table that can be copied again.`);
  const { upload, path } = await newUpload();
  try {
    await tableToText(origin.connection, origin.table, path, options.signal);
    const { names } = await readHeader(path, ',');
    return await loadFile(path, planOf(stored, names), {
      source: origin.table,
      into: stored.key,
      origin,
      ...options,
    });
  } finally {
    await removeUpload(upload);
  }
}
