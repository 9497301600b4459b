/** What datasets share, and what is named once for all dashboards, as it is sent. */
import { z } from 'zod';
import { isValueOf } from '../core/condition/parameters';
import { id as ids } from '../core/model/ids';
import {
  definitionSchema,
  measureSchema,
  namedPeriodSchema,
  sharedDimensionSchema,
} from '../core/model/model';
import type { ColumnValues, SharedSuggestion } from '../core/model/sharing';

export const sharedEditSchema = sharedDimensionSchema.omit({ key: true });
export type SharedEdit = z.infer<typeof sharedEditSchema>;
export const sharedListSchema = z.array(sharedDimensionSchema);

const member = z.object({ dataset: z.string(), column: z.string() });

export const suggestionsSchema = z.object({
  columns: z.array(
    member.extend({ name: z.string(), values: z.array(z.string()) }) satisfies z.ZodType<ColumnValues>,
  ),
  suggestions: z.array(
    z.object({
      name: z.string(),
      members: z.array(member),
      of: z.int().describe('Different values over all members, spellings of one value counted once'),
      agree: z.int().describe('Values that every member has, spelt the same'),
      differ: z.array(z.object({ value: z.string(), dataset: z.string(), like: z.string().nullable() })),
    }) satisfies z.ZodType<SharedSuggestion>,
  ),
});

export const valueCountsAskedSchema = z.object({
  members: sharedDimensionSchema.shape.members,
  values: z.array(z.string().max(500)).max(500),
});
export const valueCountsSchema = z.record(z.string(), z.int()).describe('Rows by value');

export const definitionEditSchema = definitionSchema.omit({ key: true });
export type DefinitionEdit = z.infer<typeof definitionEditSchema>;
/** One that was deleted comes back under the key by which dashboards know it. */
export const newDefinitionSchema = definitionEditSchema.extend({ key: ids.key.optional() });
export type NewDefinition = z.infer<typeof newDefinitionSchema>;

const definitionUseSchema = z.object({ id: z.int(), title: z.string() });
const usedDefinitionSchema = definitionSchema.extend({ dashboards: z.array(definitionUseSchema) });
export type UsedDefinition = z.infer<typeof usedDefinitionSchema>;
export const usedDefinitionsSchema = z.array(usedDefinitionSchema);

export const namedPeriodEditSchema = namedPeriodSchema.omit({ key: true });
export type NamedPeriodEdit = z.infer<typeof namedPeriodEditSchema>;
/** One that was deleted comes back under the key by which dashboards know it. */
export const newNamedPeriodSchema = namedPeriodEditSchema.extend({ key: ids.key.optional() });
export type NewNamedPeriod = z.infer<typeof newNamedPeriodSchema>;

const namedPeriodUseSchema = z.object({
  id: z.int(),
  title: z.string(),
  places: z.array(z.string()).describe('Controls and visuals, in words'),
});
export type NamedPeriodUse = z.infer<typeof namedPeriodUseSchema>;
const usedPeriodSchema = namedPeriodSchema.extend({ dashboards: z.array(namedPeriodUseSchema) });
export type UsedPeriod = z.infer<typeof usedPeriodSchema>;
export const usedPeriodsSchema = z.array(usedPeriodSchema);
export const changedPhraseSchema = namedPeriodEditSchema.pick({ phrase: true });

/** Whether what is named goes although dashboards use it. */
export const removalSchema = z.object({
  used: z.enum(['yes', 'no']).default('no').describe('Whether one that dashboards use goes too'),
});

const valueSchema = z
  .object({ type: z.enum(['text', 'number', 'date']), text: z.string().max(500) })
  .refine(({ type, text }) => isValueOf(type, text), 'is no value of its type');
export const conditionAskedSchema = z.object({
  dataset: z.string().min(1).max(64),
  sql: z.string().max(4000),
  values: z.record(z.string(), valueSchema).default({}).describe('Of parameters, by their names'),
});
export const conditionCountSchema = z.object({
  kept: z.int().describe('Rows of the dataset that keep the condition'),
  rows: z.int().describe('All of its rows'),
});
export type ConditionCount = z.infer<typeof conditionCountSchema>;

export const measurePreviewAskedSchema = z.object({ dataset: z.string(), measure: measureSchema });

const key = z.string().min(1).max(64);
export const usesAskedSchema = z
  .object({ shared: key, dataset: key, measure: key })
  .partial()
  .strict()
  .refine(
    ({ shared, dataset, measure }) =>
      (shared === undefined) !== (dataset === undefined) && (measure === undefined || dataset !== undefined),
    'Ask for ?shared=KEY, ?dataset=KEY, or ?dataset=KEY&measure=KEY.',
  );
const useSchema = z.object({
  words: z.string().describe('A dashboard and what of it, or a measure and its dataset'),
  dashboard: z.int().nullable().describe('Null for what is none'),
});
export type Use = z.infer<typeof useSchema>;
export const usesSchema = z.array(useSchema);
