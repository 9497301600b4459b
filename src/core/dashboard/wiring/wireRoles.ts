/** The date roles by which wires reach datasets, where there is more than one to choose from. */
import { datasetOf } from '../../model/model';
import {
  isControl,
  isTimeControl,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../document/document';
import { crosspoint } from './crosspoint';
import type { Design } from './design';
import type { Actor } from './routes';
import { withWire } from './wires';

export interface WireRole {
  readonly control: Actor;
  readonly target: Visual | Control;
  readonly dataset: string;
  readonly role: string;
  /** Every date role of the dataset; two at least. */
  readonly roles: readonly { readonly key: string; readonly name: string }[];
}

/** The roles that can be chosen on the wire of a pair; none between time controls, which share the almanac. */
export function rolesOfPair(design: Design, control: Actor, target: Visual | Control): WireRole[] {
  if (isControl(control) && !isTimeControl(control)) return [];
  if (isControl(target) && isTimeControl(target)) return [];
  return crosspoint(design, control, target).routes.flatMap((route) => {
    if (route.kind !== 'role' && !(route.kind === 'pick' && route.days)) return [];
    const roles = datasetOf(design.model, route.dataset)?.roles ?? [];
    return roles.length < 2 ? [] : [{ control, target, dataset: route.dataset, role: route.role, roles }];
  });
}

/** The roles that can be chosen on the wires that are on at an item: of a control those it sends, of a visual those that reach it. */
export function rolesAt(design: Design, item: Visual | Control): WireRole[] {
  const { document } = design;
  return document.wires.flatMap((wire) => {
    if (!wire.on || (wire.control !== item.id && wire.target !== item.id)) return [];
    const control = design.actor(wire.control);
    const target = [...document.visuals, ...document.controls].find((entry) => entry.id === wire.target);
    return control && target ? rolesOfPair(design, control, target) : [];
  });
}

/** The document with another date role on a wire. */
export const withWireRole = (
  document: DashboardDocument,
  { control, target, dataset }: WireRole,
  role: string,
): DashboardDocument =>
  withWire(document, control.id, target.id, ({ roles }) => ({ roles: { ...roles, [dataset]: role } }));
