/** What figures are compared against: the baselines of a dashboard, and how a visual compares with them. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';

const baselineText = z.string().trim().min(1).max(500).describe('Baseline phrase');

export const baselineSchema = z.object({
  id: ids.item,
  name: z.string().trim().max(100).default(''),
  text: baselineText,
});
/** A baseline of a dashboard: a baseline phrase, with a name if it has one. */
export type DashboardBaseline = z.infer<typeof baselineSchema>;

/** A baseline as it is named: by its name, else by its text. */
export const baselineName = ({ name, text }: Pick<DashboardBaseline, 'name' | 'text'>) => name || text;

/** The baselines that a new dashboard begins with. */
export const FIRST_BASELINES: readonly DashboardBaseline[] = [
  { id: 'b1', name: '', text: 'previous span' },
  { id: 'b2', name: '', text: 'same span 1 year earlier' },
];

/** A baseline that a reader typed. */
export const ownBaselineSchema = z.object({ text: baselineText });
export type OwnBaseline = z.infer<typeof ownBaselineSchema>;

/** Baselines that a reader typed, under ids of their own. */
export const ownBaselines = (texts: readonly string[]): DashboardBaseline[] =>
  texts.map((text, i) => ({ id: `own${i + 1}`, name: '', text }));
/** Whether a baseline under an id is one that a reader typed. */
export const isOwnBaseline = (id: string): boolean => /^own\d+$/.test(id);

/** Baselines that a visual shows at most, those of `times N` counted each. */
export const MOST_BASELINES = 6;

export const SHOWN_PARTS = ['value', 'baseline', 'change', 'percent', 'index'] as const;
/** What is drawn of a comparison. */
export type ShownPart = (typeof SHOWN_PARTS)[number];

export const compareSchema = z.object({
  with: z.array(ids.item).max(MOST_BASELINES).default([]).describe('Baselines of the dashboard, by id'),
  show: z
    .array(z.enum(SHOWN_PARTS))
    .default(['value', 'baseline', 'percent'])
    .describe('What is drawn; answers always hold all'),
  days: z
    .enum(['as asked', 'with data'])
    .default('as asked')
    .describe('With data: the window is cut to the days that have data, then moved'),
  per: z
    .enum(['total', 'day'])
    .default('total')
    .describe('Per day: sums and counts are divided by the days shown, on both sides'),
  open: z.boolean().default(true).describe('Whether readers can add comparisons of their own'),
});
/** How a visual compares its figures. */
export type Compare = z.infer<typeof compareSchema>;

/** A comparison with other settings; it begins where there was none. */
export const changedCompare = (compare: Compare | null, part: Partial<Compare>): Compare => ({
  ...(compare ?? compareWith([])),
  ...part,
});

/** How a comparison begins: with some baselines. */
export const compareWith = (baselines: readonly string[], more: Partial<Compare> = {}): Compare => ({
  with: [...baselines],
  show: ['value', 'baseline', 'percent'],
  days: 'as asked',
  per: 'total',
  open: true,
  ...more,
});
