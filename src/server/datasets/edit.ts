/** Changes to a loaded dataset that need no new load: names, roles, categories, measures. */
import { z } from 'zod';
import { measureSchema, roleSchema } from '../../core/dashboard/model';
import { ensureAlmanac } from '../almanac';
import { Problem } from '../problem';
import type { Definition } from './definition';
import { startingMeasures } from './plan';
import { saveDataset, type StoredDataset } from './repository';

export const datasetEditSchema = z.object({
  name: z.string().trim().min(1).max(200).optional(),
  roles: z
    .array(roleSchema.extend({ name: z.string().trim().min(1).max(60) }))
    .max(50)
    .optional(),
  categories: z.array(z.string()).max(200).optional(),
  measures: z
    .array(
      measureSchema.extend({
        name: z.string().trim().min(1).max(100),
        key: z.string().regex(/^[a-z0-9_]{1,64}$/),
      }),
    )
    .max(200)
    .optional(),
});
export type DatasetEdit = z.infer<typeof datasetEditSchema>;

/** Applies a change. Throws a `Problem` that says what does not fit; nothing is stored then. */
export async function editDataset(stored: StoredDataset, edit: DatasetEdit): Promise<StoredDataset> {
  const { definition } = stored;
  const columns = definition.columns.map((column) =>
    edit.categories
      ? { ...column, category: column.type === 'text' && edit.categories.includes(column.key) }
      : column,
  );
  const roles = edit.roles ?? definition.roles;
  const started = definition.roles.length === 0 && roles.length > 0 && !edit.measures;
  const measures = edit.measures ?? (started ? startingMeasures(columns, roles) : definition.measures);
  const changed: StoredDataset = {
    ...stored,
    name: edit.name ?? stored.name,
    definition: { columns, roles, measures },
  };
  checkDefinition(changed.definition);
  await saveDataset(changed);
  await ensureAlmanac();
  return changed;
}

function checkDefinition({ columns, roles, measures }: Definition) {
  const typeOf = (key: string | null) => columns.find((column) => column.key === key)?.type;
  const twice = (names: readonly string[]) => names.find((name, i) => names.indexOf(name) < i);
  for (const role of roles) {
    if (typeOf(role.key) !== 'day' && typeOf(role.key) !== 'timestamp') {
      throw new Problem(
        'not-a-date',
        `The date role “${role.name}” is on a column that does not hold dates.`,
      );
    }
  }
  const roleTwice = twice(roles.map((role) => role.name));
  if (roleTwice !== undefined)
    throw new Problem('role-twice', `Two date columns have the role name “${roleTwice}”. Give each its own.`);
  const keyTwice =
    twice(measures.map((measure) => measure.key)) ?? twice(measures.map((measure) => measure.name));
  if (keyTwice !== undefined)
    throw new Problem('measure-twice', `Two measures are called “${keyTwice}”. Give each its own name.`);
  for (const measure of measures) {
    const type = typeOf(measure.column);
    if (measure.column === null ? measure.aggregation !== 'count' : type === undefined) {
      throw new Problem('no-such-column', `The measure “${measure.name}” needs a column.`);
    }
    if (measure.aggregation !== 'count' && type !== 'whole' && type !== 'decimal') {
      throw new Problem('not-a-number', `The measure “${measure.name}” needs a column of numbers.`);
    }
    if (!roles.some((role) => role.key === measure.role)) {
      throw new Problem(
        'no-such-role',
        `The measure “${measure.name}” goes by a date role that is not there. Choose another role for it first.`,
      );
    }
  }
}
