/** Value control: one value for the parameters (`:name`) of conditions. */
import { z } from 'zod';
import { isValueOf } from '../../../condition/parameters';
import { commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

export const PARAMETER_NAME = /^[A-Za-z_][A-Za-z0-9_]{0,39}$/;
const text = z.string().max(500);

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('value'),
  name: z.string().regex(PARAMETER_NAME).describe('Its name in conditions, there with a colon before it'),
  type: z.enum(['number', 'text', 'date']).describe('Numbers are written with a point, days as YYYY-MM-DD'),
  allowed: z.array(text.min(1)).max(500).default([]).describe('The values to choose from; none means any'),
  required: z
    .boolean()
    .default(false)
    .describe('Whether conditions keep no row while it is blank; otherwise a blank one switches them off'),
  default: text.describe('The value at the start; empty is blank'),
});
type ValueSettings = z.infer<typeof schema>;

/** What every value control begins with, beside its name. */
export const VALUE_DEFAULTS = {
  ...CONTROL_DEFAULTS,
  title: '',
  type: 'number',
  allowed: [],
  required: false,
  default: '',
} satisfies Partial<ValueSettings>;

/** What is wrong with a value for a control; null where it fits. A blank one always does. */
export function valueProblem({ type, allowed }: Pick<ValueSettings, 'type' | 'allowed'>, held: string) {
  if (held === '') return null;
  if (!isValueOf(type, held))
    return { number: 'A number, such as 15 or 2.5.', date: 'A day, such as 2026-05-31.', text: '' }[type];
  return allowed.length > 0 && !allowed.includes(held) ? `One of ${allowed.join(', ')}.` : null;
}

export const value = controlKind(schema)({
  part: {
    name: 'Value',
    hint: ':name in conditions',
    says: 'A value under a name that conditions ask for, typed or chosen by readers.',
    example: ':limit in the condition delay > :limit',
    group: 'Slicers and choosers',
    size: { w: 5, h: 4 },
    least: { w: 3, h: 3 },
  },
  holds: 'value',
  acts: ({ name }) => ({ by: 'value', name }),
  title: ({ name }) => name.replace(/_/g, ' '),
  fresh: ({ names }) => ({ ...VALUE_DEFAULTS, kind: 'value', name: freeName(names) }),
  reveals: ({ allowed }) =>
    allowed.length === 0
      ? { by: 'nothing' }
      : { by: 'choices', choices: allowed.map((entry) => ({ value: entry, label: entry })), isAll: true },
});

function freeName(taken: ReadonlySet<string>): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? 'value' : `value_${n}`;
    if (!taken.has(name)) return name;
  }
}
