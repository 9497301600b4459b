/** Colours of a chart's series and places: those that a designer gave, else by their order. */
import { COLOURS, type Colour } from '../../../core/dashboard/document/colour';
import { colourOfMeasure, colourOfValue } from '../../../core/dashboard/document/colours';
import type { DashboardDocument } from '../../../core/dashboard/document/document';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { isOthers, type ChartAnswer, type SeriesAnswer } from '../../../core/dashboard/turn/answer';
import type { Model } from '../../../core/model/model';

/** What a designer gave on a chart. */
export interface GivenColours {
  series: (series: SeriesAnswer) => Colour | undefined;
  /** By place along the axis; null where no place has a colour of its own. */
  readonly places: readonly (Colour | undefined)[] | null;
}

export const NONE_GIVEN: GivenColours = { series: () => undefined, places: null };

export function givenColours(
  document: Pick<DashboardDocument, 'colours'>,
  model: Model,
  visual: Chart,
  answer: ChartAnswer,
): GivenColours {
  const { split, across, measures } = visual;
  const series = (entry: SeriesAnswer) => {
    if (entry.others !== undefined) return undefined;
    if (entry.value === undefined) return colourOfMeasure(document, measures[entry.measure]!);
    return split ? colourOfValue(document, model, split, entry.value) : undefined;
  };
  // With several series the colour tells the series, not the place.
  if (!across || !answer.categories || answer.series.length !== 1) return { series, places: null };
  const places = answer.categories.map((category) =>
    isOthers(category) ? undefined : colourOfValue(document, model, across, category),
  );
  return { series, places: places.some((colour) => colour !== undefined) ? places : null };
}

/** A colour for each series: its own, else the next of those that no series has for its own; and its turn in them. */
export function coloursInOrder(
  given: readonly (Colour | undefined)[],
): { readonly colour: Colour; readonly turn: number }[] {
  const taken = new Set(given);
  const free = COLOURS.filter((colour) => !taken.has(colour));
  const order = free.length > 0 ? free : COLOURS;
  let next = 0;
  return given.map((colour) => {
    if (colour !== undefined) return { colour, turn: 0 };
    const at = next++;
    return { colour: order[at % order.length]!, turn: Math.floor(at / order.length) };
  });
}
