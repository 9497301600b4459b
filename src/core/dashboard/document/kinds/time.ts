/** What all time controls have in common: each holds a period phrase. */
import { z } from 'zod';
import { ROLLING_SWITCHES, type RollingSwitch } from '../../../period/rolling';
import {
  commonOfControls,
  namedPeriod,
  CONTROL_DEFAULTS,
  phrase,
  point,
  type Acts,
  type Reveals,
} from './entry';

export const commonOfTime = {
  ...commonOfControls,
  default: phrase.describe('Period phrase with which readers begin'),
  defaultNamed: namedPeriod,
  anchor: point
    .nullable()
    .default(null)
    .describe('What rolling phrases count from; null: as the dashboard says'),
  allowUncovered: z.boolean().default(false).describe('Whether periods without data can be chosen'),
  offer: z
    .enum(['union', 'intersection'])
    .default('union')
    .describe('Days with data in any, or in all, of what it is wired to'),
  lost: z
    .enum(['keep', 'follow'])
    .default('keep')
    .describe('When other choices take the data away under the window: it stays and is struck, or it moves'),
  switches: z
    .array(z.enum(ROLLING_SWITCHES))
    .max(ROLLING_SWITCHES.length)
    .default([])
    .describe('What readers may switch on rolling periods'),
};

/** What every time control begins with, beside its own settings. */
export const TIME_DEFAULTS = {
  ...CONTROL_DEFAULTS,
  title: '',
  default: 'all',
  defaultNamed: null,
  anchor: null,
  allowUncovered: false,
  offer: 'union',
  lost: 'keep',
  switches: [] as RollingSwitch[],
} as const;

/** What entries of time controls have in common, unless they say otherwise. */
export const timeEntry = {
  holds: 'period',
  acts: (): Acts => ({ by: 'days' }),
  reveals: (control: { readonly default: string }): Reveals => ({
    by: 'choices',
    choices: [{ value: control.default, label: control.default }],
    isAll: false,
  }),
} as const;
