/**
 * One turn: document, model, the reader's state and the day in; an answer for every control and visual out. The
 * browser's worker, the server's cubes and the database all run this, each with its own source.
 */
import { parseIsoDay, type Day } from '../../calendar/day';
import { askedOnce, SourceProblem, tolerant, type Source } from '../../cube/query';
import { broken } from './answers/parts';
import { answerTimeControl } from './answers/timeControl';
import { answerNumbers, answerSlicer } from './answers/slicer';
import type { ControlAnswer, TurnAnswer, VisualAnswer } from './answer';
import { answerVisual } from './answerVisual';
import { answerLanes } from './lanes';
import type { Control, DashboardDocument, Visual } from '../document/document';
import type { Model } from '../../model/model';
import type { ReachContext } from './reach';
import { settle } from './settle';
import type { ReaderState } from '../reader/state';

export interface TurnInput {
  readonly document: DashboardDocument;
  readonly model: Model;
  readonly state: ReaderState;
  /** The real civil day now, in the dashboard's time zone. */
  readonly today: Day;
  /** Only these items; all when absent. */
  readonly only?: ReadonlySet<string>;
}

/** Answers a turn from a source. */
export async function answerTurn(input: TurnInput, answering: Source): Promise<TurnAnswer> {
  const source = askedOnce(answering);
  const { document, model, only } = input;
  const calm = tolerant(source);
  const settings = await settle(document, model, input.state, input.today, calm);
  const wanted = (item: { id: string }) => !only || only.has(item.id);
  const asOf = (input.state.asOf && parseIsoDay(input.state.asOf)) || null;
  const context: ReachContext = { document, model, settings, source, today: asOf ?? input.today };
  const controls: Record<string, ControlAnswer> = {};
  const visuals: Record<string, VisualAnswer> = {};
  for (const control of document.controls.filter(wanted)) {
    controls[control.id] = await answerControl(input, { ...context, source: calm }, control);
  }
  for (const visual of document.visuals.filter(wanted)) {
    visuals[visual.id] = await answerOrProblem(context, visual);
  }
  return { controls, visuals, lanes: only ? {} : await answerLanes({ ...context, source: calm }) };
}

/** A visual whose data cannot be read now says so; the others are answered all the same. */
async function answerOrProblem(context: ReachContext, visual: Visual): Promise<VisualAnswer> {
  try {
    return await answerVisual(context, visual);
  } catch (error) {
    if (error instanceof SourceProblem) return broken(error.message);
    throw error;
  }
}

async function answerControl(
  { state, today }: TurnInput,
  context: ReachContext,
  control: Control,
): Promise<ControlAnswer> {
  switch (control.kind) {
    case 'slicer':
      return answerSlicer(context, control);
    case 'condition': {
      const setting = context.settings.get(control.id);
      return setting?.kind === 'condition'
        ? { kind: 'condition', problems: setting.problems }
        : { kind: 'hidden' };
    }
    case 'numbers':
      return answerNumbers(context, control, state.ranges?.[control.id] ?? control.default);
    case 'asof':
      return { kind: 'asof', today, asOf: (state.asOf && parseIsoDay(state.asOf)) || null };
    default:
      return answerTimeControl(context, control);
  }
}
