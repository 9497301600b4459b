'use client';
/** Colours of what a chart shows, which hold all over the dashboard. */
import Typography from '@mui/material/Typography';
import {
  colourOfMeasure,
  colourOfValue,
  withMeasureColour,
  withValueColour,
} from '../../../core/dashboard/document/colours';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { isOthers } from '../../../core/dashboard/turn/answer';
import { BLANK } from '../../../core/model/blank';
import { measureOf } from '../../../core/model/model';
import { ColourChoice } from '../../ui/ColourChoice';
import { useDocument, useVisualAnswer, useWorkspace } from '../../workspace/workspace';

/** Values whose colours can be set in one place, at most. */
const MOST_VALUES = 20;

/** The values of the split, else of the axis, that the chart shows now. */
function useShownValues({ id, split, across }: Chart): (string | null)[] {
  const answer = useVisualAnswer(id);
  if (answer?.kind !== 'chart') return [];
  const values = split
    ? answer.series.flatMap(({ value }) => (value === undefined ? [] : [value]))
    : across
      ? (answer.categories ?? []).flatMap((category) => (isOthers(category) ? [] : [category]))
      : [];
  return [...new Set(values)].slice(0, MOST_VALUES);
}

export function ColourSettings({ visual }: { visual: Chart }) {
  const { store, model } = useWorkspace();
  const document = useDocument();
  const values = useShownValues(visual);
  const dimension = visual.split ?? visual.across;
  const { change } = store.getState();
  return (
    <section aria-label="Colours">
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Colours, all over the dashboard
      </Typography>
      {!visual.split &&
        visual.measures.map((shown) => (
          <ColourChoice
            key={`${shown.dataset}/${shown.measure}`}
            label={measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure}
            none="In their order"
            value={colourOfMeasure(document, shown) ?? null}
            onChange={(colour) => change((old) => withMeasureColour(old, shown, colour))}
          />
        ))}
      {dimension &&
        values.map((value) => (
          <ColourChoice
            key={value ?? BLANK}
            label={value ?? BLANK}
            none="In their order"
            value={colourOfValue(document, model, dimension, value) ?? null}
            onChange={(colour) => change((old) => withValueColour(old, model, dimension, value, colour))}
          />
        ))}
    </section>
  );
}
