/** What a reader carries along a link from one dashboard to another: the windows and choices that act on the visual. */
import { isEveryDay, type DayRuns } from '../../calendar/runs';
import { canonicalDimension, dimensionKey } from '../../model/dimension';
import type { Model } from '../../model/model';
import { runsText } from '../../period/print';
import { actsOf, isTimeControl, type Control, type TimeControl } from '../document/controls';
import { canChooseAsOf, heldBy, isSwitchedOff, withHeld, type HeldValue } from '../reader/held';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { canTurn, isTurned } from '../reader/turned';
import type { Design } from '../wiring/design';
import { routeTo } from '../wiring/routes';
import type { ControlAnswer } from './controlAnswer';

export interface CarriedFrom {
  readonly design: Design;
  readonly state: ReaderState;
  readonly controls: Readonly<Record<string, ControlAnswer>>;
  /** The visual that has the link. */
  readonly visual: string;
}

/** The date roles of datasets through which a control acts, as texts: on one visual, or on all. */
function rolesOf({ document, model, uses, wire }: Design, control: Control, visual?: string): Set<string> {
  const visuals = document.visuals.filter(({ id }) => visual === undefined || id === visual);
  const roles = visuals.flatMap((target) => {
    const found = wire(control.id, target.id);
    if (!found?.on) return [];
    return uses(target).flatMap((use) => {
      const route = routeTo(model, control, use, found);
      return route.kind === 'role' ? [`${route.dataset} ${route.role}`] : [];
    });
  });
  return new Set(roles);
}

/** What a control other than one of time chooses from, as a text; undefined where others cannot hold the same. */
function choosesFrom(model: Model, control: Control): string | undefined {
  const acts = actsOf(control);
  switch (acts.by) {
    case 'dimensions':
      return acts.levels.map((level) => dimensionKey(canonicalDimension(model, level))).join(' ');
    case 'totals':
      return `totals ${acts.measure.dataset} ${acts.measure.measure}`;
    case 'value':
      return `value ${acts.name}`;
    default:
      return undefined;
  }
}

/** Whether a phrase means the same days in both places: it counts from the same point, which no data moves. */
function rollsAlike(from: Design, a: TimeControl, to: Design, b: TimeControl): boolean {
  const anchor = a.anchor ?? from.document.anchor;
  return anchor === (b.anchor ?? to.document.anchor) && !anchor.includes('latest');
}

/** The days of a window that takes any away; undefined for none, and for every day. */
const daysAsked = (answer: ControlAnswer | undefined): DayRuns | undefined =>
  answer?.kind === 'period' && answer.asked.length > 0 && !isEveryDay(answer.asked)
    ? answer.asked
    : undefined;

/** The free time control that acts through one of these roles, else the first that acts at all. */
function takingWindow(
  to: Design,
  roles: ReadonlySet<string>,
  free: (control: Control) => boolean,
): TimeControl | undefined {
  const times = to.document.controls.filter(isTimeControl).filter(free);
  return (
    times.find((entry) => [...rolesOf(to, entry)].some((role) => roles.has(role))) ??
    times.find((entry) => rolesOf(to, entry).size > 0)
  );
}

/** Whether a control chooses from this, and can leave the chosen values out, or not, as they were. */
const takesChoice = (to: Design, control: Control, key: string, isOut: boolean) =>
  choosesFrom(to.model, control) === key && (leavesOut(control) === isOut || canTurn(control));

/** Whether a control leaves its chosen values out until a reader turns it round. */
const leavesOut = (control: Control) => 'exclude' in control && control.exclude;

/**
 * The state in which the other dashboard opens. A window goes to the time control there that acts through the same date
 * (else to the first of all): as a phrase where that means the same days, else as the days of now. Chosen values go to
 * the control that chooses from the same dimension. What has nowhere to go is left behind.
 */
export function carriedState(from: CarriedFrom, to: Design): ReaderState {
  const { design, state, controls, visual } = from;
  const { document, model } = design;
  const taken = new Set<string>();
  let carried: ReaderState = DEFAULT_STATE;
  const give = (target: Control, value: HeldValue | undefined) => {
    taken.add(target.id);
    carried = withHeld(carried, target, value);
  };
  const free = (target: Control) => !taken.has(target.id);
  const acting = document.controls.filter((control) => design.wire(control.id, visual)?.on);
  for (const control of acting.filter(isTimeControl)) {
    const asked = daysAsked(controls[control.id]);
    const target = asked && takingWindow(to, rolesOf(design, control, visual), free);
    if (!target) continue;
    const isOpen = asked.some(({ start, end }) => !Number.isFinite(end - start));
    if (rollsAlike(design, control, to, target) || isOpen) give(target, heldBy(control, state));
    else give(target, runsText(asked));
  }
  // Values fill conditions wherever they stand: they are not wired.
  const others = document.controls.filter(
    (control) => !isTimeControl(control) && (acting.includes(control) || actsOf(control).by === 'value'),
  );
  for (const control of others) {
    const key = choosesFrom(model, control);
    if (key === undefined || isSwitchedOff(state, control.id)) continue;
    const isOut = leavesOut(control) !== isTurned(control, state);
    const target = to.document.controls.find(
      (entry) => entry.kind === control.kind && free(entry) && takesChoice(to, entry, key, isOut),
    );
    if (!target) continue;
    give(target, heldBy(control, state));
    if (leavesOut(target) !== isOut) carried = { ...carried, turned: [...(carried.turned ?? []), target.id] };
  }
  return state.asOf && canChooseAsOf(to.document, carried) ? { ...carried, asOf: state.asOf } : carried;
}
