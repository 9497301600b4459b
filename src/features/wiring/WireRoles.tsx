'use client';
/** By which date role each wire of an item reaches a dataset, where there are several. */
import Typography from '@mui/material/Typography';
import type { Control, Visual } from '../../core/dashboard/document/document';
import { rolesAt, withWireRole } from '../../core/dashboard/wiring/wireRoles';
import { datasetOf } from '../../core/model/model';
import { ChoiceSetting } from '../ui/fields';
import { useDesign, useWorkspace } from '../workspace/workspace';

export function WireRoles({ item }: { item: Visual | Control }) {
  const { store } = useWorkspace();
  const design = useDesign();
  const choices = rolesAt(design, item);
  if (choices.length === 0) return null;
  return (
    <section aria-label="Date roles of its wires">
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        By which day its wires count
      </Typography>
      {choices.map((choice) => {
        const other = choice.control.id === item.id ? choice.target : choice.control;
        const dataset = datasetOf(design.model, choice.dataset)?.name ?? choice.dataset;
        return (
          <ChoiceSetting
            key={`${choice.control.id} ${choice.target.id} ${choice.dataset}`}
            label={`${design.titleOf(other)}: day of ${dataset}`}
            value={choice.role}
            options={choice.roles.map(({ key, name }) => ({ value: key, label: name }))}
            onChange={(role) => store.getState().change((old) => withWireRole(old, choice, role))}
          />
        );
      })}
    </section>
  );
}
