/** What charts share in laying themselves out: places along the axis, series with their looks. */
import { civilFromDay, type Day } from '../../../core/calendar/day';
import { MONTH_NAMES, shortDayWords, unitName, unitWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import { categoryName, type ChartAnswer, type SeriesAnswer } from '../../../core/dashboard/turn/answer';
import type { Measure } from '../../../core/model/model';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { markOf, type Mark } from './looks';
import { paletteColour } from '../../../theme/roles';
import { coloursInOrder, NONE_GIVEN, type GivenColours } from './seriesColours';

/** A series with its look. */
export interface DrawnSeries extends SeriesAnswer {
  readonly mark: Mark;
  readonly colour: string;
  /** Dash pattern of lines, once the colours are used up. */
  readonly dash: string | undefined;
  readonly unit: Measure;
  /** Colours of places of their own, by place; null where there are none. */
  readonly placeColours: readonly (string | undefined)[] | null;
}

const DASHES = [undefined, '7 4', '2 3', '10 3 2 3'];

/** The series of an answer with their looks. */
export function drawnSeries(
  visual: Chart,
  answer: ChartAnswer,
  measures: readonly Measure[],
  given: GivenColours = NONE_GIVEN,
): DrawnSeries[] {
  const looks = coloursInOrder(answer.series.map((series) => given.series(series)));
  return answer.series.map((series, i) => ({
    ...series,
    mark: markOf(visual, series.measure),
    colour: paletteColour(looks[i]!.colour),
    dash: DASHES[looks[i]!.turn % DASHES.length],
    unit: measures[series.measure]!,
    placeColours: given.places?.map((colour) => colour && paletteColour(colour)) ?? null,
  }));
}

/** A series in as many parts as it has colours: each with the values of its places. */
export function partsByColour<T extends Pick<DrawnSeries, 'colour' | 'placeColours'>>(
  series: T,
  values: readonly (number | null)[],
): (T & { readonly values: readonly (number | null)[] })[] {
  const { placeColours, colour } = series;
  if (!placeColours) return [{ ...series, values }];
  const colours = [...new Set(placeColours.map((own) => own ?? colour))];
  return colours.map((part) => ({
    ...series,
    colour: part,
    values: values.map((value, i) => ((placeColours[i] ?? colour) === part ? value : null)),
  }));
}

/** A place along the axis: a bucket, or a category. */
export interface AxisPlace {
  /** Under the axis. */
  readonly label: string;
  /** In tooltips and for screen readers. */
  readonly words: string;
  readonly partial: boolean;
}

/** Label of a bucket under the axis; the year stands where it changes. */
function bucketLabel(unit: string, day: Day, withYear: boolean, rule: CalendarRule): string {
  const { year, month } = civilFromDay(day);
  if (unit === 'year') return String(year);
  if (unit.startsWith('fiscal')) {
    const name = unitName(unit as 'fiscal year', day, rule);
    return withYear || unit === 'fiscal year' ? name : name.replace(/^FY\d+ /, '');
  }
  const name = MONTH_NAMES[month - 1]!.slice(0, 3);
  if (unit === 'quarter') return `Q${Math.ceil(month / 3)}${withYear ? ` ${year}` : ''}`;
  if (unit === 'month') return withYear ? `${name} ${year}` : name;
  return shortDayWords(day, false);
}

/** The places of an answer's values; every `every`-th one has a label. */
export function axisPlaces(answer: ChartAnswer, rule: CalendarRule, every: number): AxisPlace[] {
  const { buckets } = answer;
  if (!buckets) {
    return (answer.categories ?? []).map((category) => {
      const name = categoryName(category);
      return { label: name, words: name, partial: false };
    });
  }
  const last = buckets.starts.length - 1;
  const yearOf = (day: Day) =>
    buckets.unit.startsWith('fiscal') ? unitName('fiscal year', day, rule) : String(civilFromDay(day).year);
  return buckets.starts.map((start, i) => {
    const previous = buckets.starts[i - every];
    const newYear = previous === undefined || yearOf(previous) !== yearOf(start);
    const partial = (i === 0 && buckets.partialFirst) || (i === last && buckets.partialLast);
    const words = unitWords(buckets.unit, start, rule);
    return {
      label: bucketLabel(buckets.unit, start, newYear, rule),
      words: partial ? `${words}, in part` : words,
      partial,
    };
  });
}
