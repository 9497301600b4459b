/** Answers of maps: those of a chart along the map's dimension, of as many values as there are. */
import { CHART_DEFAULTS } from '../../document/kinds/chart';
import type { Chart, MapVisual } from '../../document/visuals';
import type { ShownAnswer, VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { answerChart } from './chart';

/** Values that a map shows at most. */
const MOST_PLACES = 50_000;

/** The chart that shows the figures of a map side by side. */
export function asChart({ layers: _, kind: __, across, ...common }: MapVisual): Chart {
  return { ...CHART_DEFAULTS, ...common, kind: 'bar', across, order: 'natural', limit: MOST_PLACES };
}

export const answerMap = (ground: Ground, visual: MapVisual, like?: ShownAnswer): Promise<VisualAnswer> =>
  answerChart(ground, asChart(visual), like);
