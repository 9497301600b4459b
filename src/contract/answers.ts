/** What dashboards show, as programs get it: figures, windows, and where they come from. */
import { z } from 'zod';
import { DATA_ASSUMPTIONS } from '../core/dashboard/review/rehearsal';
import type { Contributions } from '../core/dashboard/turn/comparing/contributions';
import { FINDING_CODES } from '../core/dashboard/review/finding';
import type { Trace } from '../core/dashboard/review/trace';
import { anyDocumentSchema, documentSchema } from '../core/dashboard/document/document';
import { value } from '../core/dashboard/document/kinds/entry';
import { readerStateSchema } from '../core/dashboard/reader/state';
import { dimensionSchema } from '../core/model/dimension';
import { takenSchema } from './dataAsked';
import { dayNumber, isoRuns, runSchema } from './days';

const shown = { document: anyDocumentSchema, state: readerStateSchema };

export const turnAskedSchema = z.object({
  ...shown,
  only: z.array(z.string()).max(500).describe('Ids of the items to answer'),
});

/** Of a state, as much as differs from what the designer set, with what else is asked. */
export const answersAskedSchema = readerStateSchema
  .partial()
  .extend({
    rows: z.int().min(0).max(1000).default(50).describe('How many detail rows to give for each table'),
  })
  .strict();
export const storedDataAskedSchema = readerStateSchema.partial().extend(takenSchema.shape).strict();

const figure = z.number().nullable();
const isoDay = z.string().describe('YYYY-MM-DD');

const windowSchema = z.looseObject({
  asked: isoRuns,
  shown: isoRuns.describe('None when no day with data lies in the window'),
  days: z.int(),
  daysWithData: z.int(),
});

const untold = [
  z.looseObject({ kind: z.literal('elsewhere') }),
  z.looseObject({ kind: z.literal('broken'), message: z.string() }),
] as const;

const shownVisual = z.looseObject({
  window: windowSchema,
  uses: z.array(
    windowSchema.extend({ dataset: z.string(), role: z.string(), measures: z.array(z.string()) }),
  ),
  rows: z.number(),
  latest: isoDay,
  notes: z.array(z.string()),
});
const bucket = z.looseObject({ start: isoDay.optional(), end: isoDay.optional() });

const visualAnswerSchema = z.union([
  z.object({ kind: z.literal('empty'), asked: isoRuns, nearest: isoDay.nullable() }),
  shownVisual.extend({
    kind: z.literal('chart'),
    grain: z.string().nullable(),
    series: z.array(z.looseObject({ axis: z.enum(['left', 'right']) })),
    data: z.array(bucket.extend({ values: z.array(figure) })),
  }),
  shownVisual.extend({
    kind: z.literal('crosstab'),
    grain: z.string().nullable(),
    total: z.int().describe('Rows that there are, of which the first are given'),
    data: z.array(
      z.object({
        key: z.array(z.string().nullable()),
        cells: z.array(z.looseObject({ values: z.array(z.unknown()), whole: figure })),
      }),
    ),
  }),
  shownVisual.extend({
    kind: z.literal('figure'),
    value: figure,
    grain: z.string(),
    data: z.array(bucket.extend({ value: figure })),
  }),
  shownVisual.extend({
    kind: z.literal('calendarmap'),
    data: z.array(z.looseObject({ day: isoDay, value: figure })),
  }),
  shownVisual.extend({
    kind: z.literal('table'),
    data: z.object({ columns: z.array(z.string()), rows: z.array(z.array(z.unknown())) }).optional(),
  }),
  shownVisual.extend({ kind: z.literal('text'), values: z.array(figure) }),
  ...untold,
]);

const controlAnswerSchema = z.union([
  z.looseObject({
    kind: z.literal('period'),
    phrase: z.string(),
    asked: isoRuns,
    shown: isoRuns,
    words: z.string(),
    daysWithData: z.int(),
  }),
  z.looseObject({ kind: z.literal('slicer'), choice: z.array(z.string().nullable()) }),
  z.looseObject({ kind: z.literal('asof'), today: isoDay, asOf: isoDay.nullable() }),
  z.looseObject({
    kind: z.enum(['condition', 'numbers', 'value', 'measures', 'grain', 'baselines', 'hidden']),
  }),
  ...untold,
]);

const laneSchema = z.looseObject({
  dataset: z.string(),
  role: z.string(),
  measure: z.string(),
  name: z.string(),
  runs: isoRuns.describe('Days with data'),
  provisionalFrom: isoDay.nullable(),
  visuals: z.array(z.string()).describe('Those that show it'),
});

export const answersSchema = z.object({
  revision: z.int(),
  controls: z.record(z.string(), controlAnswerSchema),
  visuals: z.record(z.string(), visualAnswerSchema),
  lanes: z.record(z.string(), laneSchema).describe('By dataset/measure/role'),
});

const answered = z.record(z.string(), z.looseObject({ kind: z.string() }));
/** Answers as the browser holds them: days are numbers, open ends "-open" and "open". */
export const turnSchema = z.object({
  controls: answered,
  visuals: answered,
  lanes: z.record(z.string(), z.looseObject({})),
});

export const traceAskedSchema = z.object({ ...shown, item: z.string().max(24) });
const traceStepSchema = z.object({
  kind: z.enum(['clock', 'window', 'own period', 'rows', 'filter', 'condition', 'no effect', 'result']),
  control: z.string().optional().describe('Id of the control that acts here'),
  words: z.string(),
  rows: z.number().nullable().optional().describe('What is left after it; null where that is not known'),
  days: z.number().nullable().optional(),
});
export const traceSchema = z.object({
  item: z.string(),
  title: z.string(),
  clock: z.array(traceStepSchema),
  parts: z.array(
    z.object({
      title: z.string(),
      freshness: z.string(),
      layout: z.enum(['running totals', 'sparse by day', 'column file', 'database']).nullable(),
      steps: z.array(traceStepSchema),
    }),
  ),
}) satisfies z.ZodType<Trace>;

export const contributionsAskedSchema = z.object({
  ...shown,
  visual: z.string().max(24),
  baseline: z.string().max(40).describe('Id of the baseline, as the visual’s answer names it'),
  measure: z.int().min(0).max(7).default(0).describe('Index among the visual’s measures'),
  bucket: z
    .object({ now: runSchema, then: runSchema })
    .nullable()
    .default(null)
    .describe('First and last day of a bucket and of its partner; null for the whole window'),
  within: z
    .array(z.object({ dimension: dimensionSchema, value }))
    .max(8)
    .default([]),
});
export const contributionsSchema = z.object({
  now: figure,
  then: figure,
  apart: z.string().nullable().describe('Why values do not add up to the change; null where they do'),
  by: z.array(
    z.object({
      dimension: dimensionSchema,
      name: z.string(),
      entries: z.array(
        z.object({
          value: z.string().nullable(),
          now: figure,
          then: figure,
          adds: figure,
          rate: figure,
          weight: figure,
          kind: z.enum(['both', 'new', 'gone']),
        }),
      ),
    }),
  ),
}) satisfies z.ZodType<Contributions>;

export const checkAskedSchema = z.object({
  document: anyDocumentSchema,
  year: z.boolean().default(false).describe('Whether the days of the coming year are looked at too'),
});
const findingSchema = z.object({
  code: z.enum(FINDING_CODES),
  items: z.array(z.string()),
  words: z.string(),
});
const toldFindingSchema = findingSchema.extend({
  mend: z.string().nullable().describe('The name of what mends it; null where nothing does'),
});
export type ToldFinding = z.infer<typeof toldFindingSchema>;
export const findingsSchema = z.array(toldFindingSchema);
export type ToldFindings = z.infer<typeof findingsSchema>;

export const mendAskedSchema = z.object({
  document: anyDocumentSchema,
  finding: findingSchema.omit({ words: true }).extend({ mend: z.string() }),
});
export const mendedSchema = documentSchema;

/** Days that can be rehearsed at once. */
const LONGEST_REHEARSAL = 1100;
export const storedRehearsalAskedSchema = z.object({
  days: z.int().min(1).max(LONGEST_REHEARSAL).default(366),
  assumption: z.enum(DATA_ASSUMPTIONS).default('same lag'),
});
export const rehearsalAskedSchema = storedRehearsalAskedSchema.extend({ document: anyDocumentSchema });

const rehearsalOf = <T extends z.ZodType>(day: T) =>
  z.object({
    from: day,
    to: day,
    lanes: z.array(
      z.object({
        item: z.string(),
        title: z.string(),
        kind: z.enum(['control', 'visual']),
        states: z
          .array(z.int())
          .describe(
            'By day: 0 nothing to show, 1 some days without data, 2 data on every day, 3 the phrase has no day',
          ),
        window: z.array(z.int()).describe('By day the index of its window among the windows'),
        windows: z.array(z.string()),
      }),
    ),
    problems: z.array(
      z.object({
        day,
        item: z.string(),
        kind: z.enum(['empty phrase', 'no data', 'jump', 'no baseline']),
        words: z.string(),
        days: z.int(),
      }),
    ),
  });
export const rehearsalSchema = rehearsalOf(dayNumber);
export const storedRehearsalSchema = rehearsalOf(isoDay);
