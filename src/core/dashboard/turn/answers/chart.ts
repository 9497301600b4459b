/** Answers of charts: series of values along time or along a dimension. */
import { isKnown } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import type { ShownAnswer, VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { answerAcross } from './chartAcross';
import { answerOverTime } from './chartOverTime';
import { broken, missingDimension } from './parts';

/** Answers a chart; with the groups of another answer where one is given. */
export async function answerChart(ground: Ground, visual: Chart, like?: ShownAnswer): Promise<VisualAnswer> {
  const { model } = ground.context.design;
  for (const dimension of [visual.across, visual.split]) {
    if (dimension && !isKnown(model, dimension)) return broken(missingDimension(model, dimension));
  }
  const same = like?.kind === 'chart' ? like : undefined;
  return visual.across
    ? answerAcross(ground, visual, visual.across, same)
    : answerOverTime(ground, visual, same);
}
