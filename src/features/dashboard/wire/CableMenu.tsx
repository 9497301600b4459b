'use client';
/** What can be done with one cable: count by another date role, or unwire. */
import { LISTED } from '../../../theme/theme';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { itemOf } from '../../../core/dashboard/document/document';
import { rolesOfPair, withWireRole } from '../../../core/dashboard/wiring/wireRoles';
import { switchWires } from '../../../core/dashboard/wiring/wires';
import { datasetOf } from '../../../core/model/model';
import { useDesign, useWorkspace } from '../../workspace/workspace';

export interface CableChosen {
  readonly control: string;
  readonly target: string;
  readonly anchor: Element;
}

export function CableMenu({ cable, onClose }: { cable: CableChosen; onClose: () => void }) {
  const { store, model } = useWorkspace();
  const design = useDesign();
  const control = design.actor(cable.control);
  const target = itemOf(design.document, cable.target);
  if (!control || !target) return null;
  const { control: controlId, target: targetId } = cable;
  const done = (change: () => void) => () => {
    change();
    onClose();
  };
  return (
    <Menu
      open
      anchorEl={cable.anchor}
      onClose={onClose}
      slotProps={{
        paper: LISTED,
        list: { 'aria-label': `${design.titleOf(control)} to ${design.titleOf(target)}` },
      }}
    >
      {rolesOfPair(design, control, target).flatMap((choice) =>
        choice.roles.map(({ key, name }) => (
          <MenuItem
            key={`${choice.dataset} ${key}`}
            selected={key === choice.role}
            onClick={done(() => store.getState().change((old) => withWireRole(old, choice, key)))}
          >
            {datasetOf(model, choice.dataset)?.name ?? choice.dataset} by {name}
          </MenuItem>
        )),
      )}
      <Divider />
      <MenuItem
        onClick={done(() =>
          store.getState().change((old) => ({
            ...old,
            wires: switchWires(old, model, [{ control: controlId, target: targetId }], false),
          })),
        )}
      >
        Unwire {design.titleOf(target)}
      </MenuItem>
    </Menu>
  );
}
