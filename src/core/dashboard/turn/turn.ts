/**
 * One turn: a design, the reader's state and the day in; an answer for every control and visual out. The browser's
 * worker, the server's cubes and the database all run this, each with its own source.
 */
import type { Day } from '../../calendar/day';
import { askedOnce, SourceProblem, tolerant, type Source } from '../../cube/query';
import type { Visual } from '../document/document';
import { actingAsOf } from '../reader/held';
import type { ReaderState } from '../reader/state';
import type { Design } from '../wiring/design';
import type { TurnAnswer, VisualAnswer } from './answer';
import type { ControlAnswer } from './controlAnswer';
import { answerControl, type ControlContext } from './answers/controls';
import { broken } from './answers/parts';
import { answerVisual } from './answers/visuals';
import { answerLanes } from './lanes';
import type { ReachContext } from './reach';
import { settle } from './settle';

export interface TurnInput {
  readonly design: Design;
  readonly state: ReaderState;
  /** The real civil day now, in the dashboard's time zone. */
  readonly today: Day;
  /** Only these items; all when absent. */
  readonly only?: ReadonlySet<string>;
}

/** Answers a turn from a source. */
export async function answerTurn(input: TurnInput, answering: Source): Promise<TurnAnswer> {
  const source = askedOnce(answering);
  const { state, today, only } = input;
  const design = input.design.chosen(state);
  const calm = tolerant(source);
  const settings = await settle(design, state, today, calm);
  const wanted = (item: { id: string }) => !only || only.has(item.id);
  const context: ReachContext = {
    design,
    state,
    settings,
    source,
    today: actingAsOf(design.document, state) ?? today,
    beside: new Map(),
  };
  const calmly: ControlContext = { ...context, source: calm, realToday: today };
  const controls: Record<string, ControlAnswer> = {};
  const visuals: Record<string, VisualAnswer> = {};
  for (const control of design.document.controls.filter(wanted))
    controls[control.id] = await answerControl(calmly, control);
  for (const visual of design.document.visuals.filter(wanted))
    visuals[visual.id] = await answerOrProblem(context, visual);
  return { controls, visuals, lanes: await answerLanes(calmly, wanted) };
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
