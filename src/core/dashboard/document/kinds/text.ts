/** Text: words of the designer's, with places that are filled from what is shown. */
import { z } from 'zod';
import { visualKind } from './entry';
import { commonOfMeasured, firstDataset, freshMeasured, MEASURED_DEFAULTS, measureNames } from './measured';

const schema = z.object({
  ...commonOfMeasured,
  kind: z.literal('text'),
  text: z
    .string()
    .max(20_000)
    .describe(
      'Markdown with {window}, {asked}, {latest}, {loaded}, {choices}, {measure} and {measure 2} for the second one',
    ),
});

const FIRST_TEXT = '**{measure}** in {window}. {choices}';

export const text = visualKind(schema)({
  part: {
    name: 'Text',
    hint: 'words with live figures',
    says: 'Words of yours with live figures, windows and choices in them.',
    example: '**{measure}** passengers in {window}',
    group: 'Visuals',
    size: { w: 8, h: 4 },
    least: { w: 3, h: 2 },
  },
  title: ({ measures }, model) => measureNames(measures, model),
  fresh: (ground) => {
    const found = freshMeasured(ground);
    return found && { ...MEASURED_DEFAULTS, kind: 'text', measures: found.measures, text: FIRST_TEXT };
  },
  dataset: firstDataset,
  dimensions: () => [],
  marks: () => null,
  pales: false,
  takes: () => ['measures'],
  overTime: () => false,
});
