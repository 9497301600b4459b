/** Conditions: SQL search conditions on the columns of one dataset, each switched on and off. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { datasetOf, definitionOf, type Model } from '../../../model/model';
import { canBeShown, commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

/** One condition: a text of its own, or a definition that other dashboards share. */
const conditionEntrySchema = z.object({
  id: ids.item,
  name: z.string().max(100).describe('Shown name; empty means the text itself'),
  sql: z.string().max(4000).describe('SQL search condition on the dataset’s columns'),
  definition: ids.key
    .nullable()
    .default(null)
    .describe('Key of a definition that stands in the place of the text'),
  on: z.boolean().default(true).describe('Whether it is switched on at the start'),
});
export type ConditionEntry = z.infer<typeof conditionEntrySchema>;

const joinSchema = z.enum(['all', 'any']).describe('Whether rows have to keep all of them, or any');

/** The text of an entry: that of its definition where it has one; undefined where that is not there. */
export function entryText(model: Model, dataset: string, entry: ConditionEntry): string | undefined {
  if (entry.definition === null) return entry.sql;
  const definition = definitionOf(model, entry.definition);
  return definition?.dataset === dataset ? definition.sql : undefined;
}

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('condition'),
  dataset: ids.key,
  join: joinSchema.default('all'),
  groups: z
    .array(
      z.object({ join: joinSchema.default('all'), entries: z.array(conditionEntrySchema).min(1).max(30) }),
    )
    .max(12),
  open: z.boolean().default(true).describe('Whether readers can type a condition of their own'),
});

export const condition = controlKind(schema)({
  part: {
    name: 'Condition',
    hint: 'SQL on rows',
    says: 'Named conditions on rows that readers switch on; they may write their own, if you allow it.',
    example: '“Full boats”: seats >= 180',
    group: 'Slicers and choosers',
    size: { w: 7, h: 8 },
    least: { w: 5, h: 4 },
  },
  holds: 'condition',
  acts: (control) => ({ by: 'rows', dataset: control.dataset }),
  title: (control, model) => `Conditions on ${datasetOf(model, control.dataset)?.name ?? control.dataset}`,
  fresh: (ground) => {
    const dataset = ground.dataset(canBeShown);
    return (
      dataset && {
        ...CONTROL_DEFAULTS,
        kind: 'condition',
        dataset: dataset.key,
        join: 'all',
        groups: [],
        open: true,
      }
    );
  },
  conditions: (control, model) => ({
    dataset: control.dataset,
    texts: control.groups
      .flatMap((group) => group.entries)
      .flatMap((entry) => entryText(model, control.dataset, entry) ?? []),
  }),
  reveals: ({ groups }) => ({
    by: 'choices',
    choices: groups
      .flatMap((group) => group.entries)
      .map((entry) => ({ value: entry.id, label: entry.name || entry.sql })),
    isAll: false,
  }),
});
