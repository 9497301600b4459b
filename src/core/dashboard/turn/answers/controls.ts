/** How each kind of control is answered. */
import type { Day } from '../../../calendar/day';
import type { Control, ControlKind, ControlOf, TimeControl } from '../../document/controls';
import { valueProblem } from '../../document/kinds/value';
import { actingAsOf, heldBy, isRevealed } from '../../reader/held';
import type { ControlAnswer } from '../controlAnswer';
import type { ReachContext } from '../reach';
import { answerBaselines, answerGrain } from './choosers';
import { answerNumbers } from './numbers';
import { answerSlicer } from './slicer';
import { answerTimeControl } from './timeControl';

export interface ControlContext extends ReachContext {
  /** The real civil day now. */
  readonly realToday: Day;
}

type Answers<C> = (context: ControlContext, control: C) => Promise<ControlAnswer> | ControlAnswer;

const overFewStretches: Answers<TimeControl> = (context, control) =>
  answerTimeControl(context, control, 'few');

/** Answers of controls that say nothing while they are not revealed. */
const whenRevealed =
  <C extends Control>(answers: Answers<C>): Answers<C> =>
  (context, control) =>
    isRevealed(context.design.document, context.state, control)
      ? answers(context, control)
      : { kind: 'hidden' };

const CONTROL_ANSWERS: { readonly [K in ControlKind]: Answers<ControlOf<K>> } = {
  timeline: overFewStretches,
  range: overFewStretches,
  calendar: (context, control) => answerTimeControl(context, control, 'day'),
  periods: overFewStretches,
  lookback: overFewStretches,
  phrase: overFewStretches,
  ends: overFewStretches,
  tree: overFewStretches,
  slicer: answerSlicer,
  condition: ({ settings }, control) => {
    const setting = settings.get(control.id);
    return setting?.kind === 'condition'
      ? { kind: 'condition', problems: setting.problems }
      : { kind: 'hidden' };
  },
  numbers: (context, control) => answerNumbers(context, control, heldBy(control, context.state)),
  value: whenRevealed(({ state }, control) => {
    const held = heldBy(control, state);
    return { kind: 'value', value: held, problem: valueProblem(control, held) };
  }),
  measures: whenRevealed(({ state }, control) => ({ kind: 'measures', chosen: heldBy(control, state) })),
  grain: whenRevealed(answerGrain),
  baselines: whenRevealed(answerBaselines),
  asof: whenRevealed(({ design, realToday, state }) => ({
    kind: 'asof',
    today: realToday,
    asOf: actingAsOf(design.document, state),
  })),
};

/** The answer of a control: what it holds and offers. */
export async function answerControl(context: ControlContext, control: Control): Promise<ControlAnswer> {
  return (CONTROL_ANSWERS[control.kind] as Answers<Control>)(context, control);
}
