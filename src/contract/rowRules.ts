/** Which rows the people of a group may see. */
import { z } from 'zod';
import { id as ids } from '../core/model/ids';

/** Null for all values. A null among them is the blank. */
export const ruleValuesSchema = z.array(z.string().max(500).nullable()).max(10_000).nullable();

export const rowRuleSchema = z
  .object({
    group: z.int(),
    dimension: ids.key.nullable().describe('Key of a shared dimension; null for a rule on days alone'),
    values: ruleValuesSchema,
    phrase: z.string().trim().min(1).max(500).nullable().describe('A period phrase; null for all days'),
  })
  .refine((rule) => (rule.dimension === null) === (rule.values === null), {
    message: 'Values belong to a shared dimension.',
    path: ['values'],
  })
  .refine((rule) => rule.values !== null || rule.phrase !== null, {
    message: 'Say which values or which days.',
  });
export type RowRule = z.infer<typeof rowRuleSchema>;
export const storedRowRuleSchema = rowRuleSchema.and(z.object({ id: z.int() }));
export const rowRulesSchema = z.array(storedRowRuleSchema);
