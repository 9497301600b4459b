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
  value: ({ design, state }, control) => {
    const held = heldBy(control, state);
    return isRevealed(design.document, state, control)
      ? { kind: 'value', value: held, problem: valueProblem(control, held) }
      : { kind: 'hidden' };
  },
  measures: ({ design, state }, control) =>
    isRevealed(design.document, state, control)
      ? { kind: 'measures', chosen: heldBy(control, state) }
      : { kind: 'hidden' },
  grain: (context, control) =>
    isRevealed(context.design.document, context.state, control)
      ? answerGrain(context, control)
      : { kind: 'hidden' },
  baselines: (context, control) =>
    isRevealed(context.design.document, context.state, control)
      ? answerBaselines(context, control)
      : { kind: 'hidden' },
  asof: ({ design, realToday, state }, control) =>
    isRevealed(design.document, state, control)
      ? { kind: 'asof', today: realToday, asOf: actingAsOf(design.document, state) }
      : { kind: 'hidden' },
};

/** The answer of a control: what it holds and offers. */
export async function answerControl(context: ControlContext, control: Control): Promise<ControlAnswer> {
  return (CONTROL_ANSWERS[control.kind] as Answers<Control>)(context, control);
}
