/** How each kind of chart draws its measures. */
import type { Chart } from '../../../core/dashboard/document/visuals';

export type Mark = 'line' | 'area' | 'bar' | 'stacked';

interface ChartLook {
  /** For screen readers. */
  readonly name: string;
  /** The mark of all measures, or null where each has its own. */
  readonly mark: Mark | null;
  readonly choosesMarks: boolean;
  /** Whether its bars lie down where it goes along a dimension. */
  readonly lies: boolean;
}

const LOOKS: { readonly [K in Chart['kind']]: ChartLook } = {
  line: { name: 'Line chart', mark: 'line', choosesMarks: false, lies: false },
  area: { name: 'Area chart', mark: 'area', choosesMarks: false, lies: false },
  bar: { name: 'Bar chart', mark: 'bar', choosesMarks: false, lies: true },
  stacked: { name: 'Stacked bars', mark: 'stacked', choosesMarks: false, lies: true },
  combined: { name: 'Combined chart', mark: null, choosesMarks: true, lies: false },
};

export const lookOf = (visual: Chart): ChartLook => LOOKS[visual.kind];

/** The mark of a chart's measure. */
export const markOf = (visual: Chart, measure: number): Mark =>
  lookOf(visual).mark ?? visual.measures[measure]?.mark ?? 'line';
