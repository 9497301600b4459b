/** How each kind of visual is answered. */
import type { MeasuredVisual, Visual, VisualKind, VisualOf } from '../../document/visuals';
import { isShown, type ShownAnswer, type VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { asFiltered, inSameForm, isPaled, withLit } from '../lit';
import type { ReachContext } from '../reach';
import { answerCalendarMap } from './calendarMap';
import { answerChart } from './chart';
import { answerCrosstab } from './crosstab';
import { answerFigure } from './figure';
import { answerMap } from './map';
import { answerMeasured } from './measured';
import { answerPeriodColumns } from './periodColumns';
import { answerTable } from './table';
import { answerText } from './text';

/** `like`: an answer whose groups are to be answered for, whatever the greatest are now. */
type Answers<V> = (context: ReachContext, visual: V, like?: ShownAnswer) => Promise<VisualAnswer>;

const measured =
  <V extends MeasuredVisual>(
    answer: (ground: Ground, visual: V, like?: ShownAnswer) => Promise<VisualAnswer>,
  ): Answers<V> =>
  (context, visual, like) =>
    answerMeasured(context, visual, (ground, asked) => answer(ground, asked, like));

const chart = measured(answerChart);

const VISUAL_ANSWERS: { readonly [K in VisualKind]: Answers<VisualOf<K>> } = {
  line: chart,
  area: chart,
  bar: chart,
  stacked: chart,
  combined: chart,
  figure: measured(answerFigure),
  crosstab: (context, visual, like) =>
    visual.columns?.kind === 'periods'
      ? answerPeriodColumns(context, visual, visual.columns)
      : measured(answerCrosstab)(context, visual, like),
  calendarmap: measured(answerCalendarMap),
  map: measured(answerMap),
  table: answerTable,
  text: measured(answerText),
};

/** The answer with what the visual's own period is read against. */
function withOwnPeriod({ settings }: ReachContext, visual: Visual, answer: VisualAnswer): VisualAnswer {
  const own = settings.get(visual.id);
  if (own?.kind !== 'window' || !(isShown(answer) || answer.kind === 'empty')) return answer;
  return { ...answer, own: own.context };
}

/** Answers a visual; a source that cannot is told by `elsewhere`. */
export async function answerVisual(context: ReachContext, visual: Visual): Promise<VisualAnswer> {
  const answers = VISUAL_ANSWERS[visual.kind] as Answers<Visual>;
  const answer = withOwnPeriod(context, visual, await answers(context, visual));
  if (!isShown(answer) || !isPaled(context, visual)) return answer;
  const kept = await answers(asFiltered(context, visual), inSameForm(visual, answer), answer);
  return kept.kind === 'elsewhere' ? kept : withLit(answer, kept);
}
