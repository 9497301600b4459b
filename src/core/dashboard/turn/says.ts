/** What controls that hold no days say by themselves, by kind. */
import type { Day } from '../../calendar/day';
import type { Model } from '../../model/model';
import type { Control, ControlHolding } from '../document/controls';
import { kindOf } from '../document/controls';
import type { HeldForm } from '../document/kinds/entry';
import { boundsCondition, combinedCondition } from '../reader/conditions';
import { heldBy, isSwitchedOff } from '../reader/held';
import type { Setting } from '../reader/setting';
import type { Parameters } from '../reader/parameter';
import { asTurned } from '../reader/turned';
import type { HeldValues, ReaderState } from '../reader/state';

interface Said<F extends HeldForm> {
  readonly model: Model;
  readonly control: ControlHolding<F>;
  readonly held: HeldValues[F];
  /** Whether it is switched off. */
  readonly off: boolean;
  /** What conditions ask for by name. */
  readonly parameters: Parameters;
  /** Today, or the day that stands in its place. */
  readonly today: Day;
}

/** By the form of what is held; null for windows, which are settled once all else is, and for what acts on no rows. */
const SAYS: { readonly [F in HeldForm]: ((said: Said<F>) => Setting) | null } = {
  choice: ({ control: { exclude, required }, held, off }) => ({
    kind: 'choice',
    values: held,
    exclude,
    required,
    off,
  }),
  condition: ({ model, control, held, off, today, parameters }) => {
    const combined = combinedCondition(model, control, held, today, parameters);
    return { kind: 'condition', ...combined, sql: off ? null : combined.sql };
  },
  numbers: ({ control: { of, join }, held, off }) => {
    const bounds = off ? { low: null, high: null } : held;
    if ('measure' in of) return { kind: 'totals', measure: of, bounds, join };
    return { kind: 'condition', sql: boundsCondition(of.column, bounds), problems: [] };
  },
  period: null,
  day: null,
  // Choosers choose what visuals show: that is done before a turn is settled.
  baselines: null,
  measures: null,
  grain: null,
  // It is said by the conditions that ask for it.
  value: null,
};

/** What a control says whatever the data; undefined where it depends on the days with data, or says nothing. */
export function saidBy(
  model: Model,
  control: Control,
  state: ReaderState,
  today: Day,
  parameters: Parameters,
): Setting | undefined {
  const says = SAYS[kindOf(control).holds] as ((said: Said<HeldForm>) => Setting) | null;
  return says?.({
    model,
    control: asTurned(control, state),
    held: heldBy(control, state),
    off: isSwitchedOff(state, control.id),
    today,
    parameters,
  });
}
