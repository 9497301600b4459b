/** The reader's state as far as it belongs to a document. */
import type { DashboardDocument } from '../document/document';
import { isMeasured } from '../document/visuals';
import { canSwitchOff, withHeldFrom } from './held';
import { isPickSource } from './pick';
import { canTurn } from './turned';
import { DEFAULT_STATE, type ReaderState } from './state';

const only = <T>(
  record: Readonly<Record<string, T>> | undefined,
  items: readonly { readonly id: string }[],
) => Object.fromEntries(items.flatMap(({ id }) => (record?.[id] === undefined ? [] : [[id, record[id]]])));

const isEmpty = (record: object) => Object.keys(record).length === 0;

/** The state without what belongs to items that the document does not have; parts in which nothing is are left away. */
export function stateFor(document: DashboardDocument, state: ReaderState): ReaderState {
  const held = document.controls.reduce((own, control) => withHeldFrom(own, state, control), DEFAULT_STATE);
  const levels = only(state.levels, document.controls);
  const drills = only(state.drills, document.visuals);
  const compare = only(state.compare, document.visuals.filter(isMeasured));
  const picks = only(state.picks, document.visuals.filter(isPickSource));
  const off = state.off?.filter((id) =>
    document.controls.some((control) => control.id === id && canSwitchOff(control)),
  );
  const turned = state.turned?.filter((id) =>
    document.controls.some((control) => control.id === id && canTurn(control)),
  );
  return {
    ...held,
    ...(isEmpty(levels) ? {} : { levels }),
    ...(isEmpty(drills) ? {} : { drills }),
    ...(isEmpty(picks) ? {} : { picks }),
    ...(isEmpty(compare) ? {} : { compare }),
    ...(off && off.length > 0 ? { off } : {}),
    ...(turned && turned.length > 0 ? { turned } : {}),
    ...(state.asOf ? { asOf: state.asOf } : {}),
  };
}
