/** Which conditions of a dashboard ask for which parameters. */
import { parseCondition } from '../../condition/parse';
import { parametersIn } from '../../condition/parameters';
import type { Model } from '../../model/model';
import type { ConditionControl } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import { entryText } from '../document/kinds/condition';

/** The parameters that the designer's conditions of a control ask for, each once. */
function parametersAskedBy(control: ConditionControl, model: Model): string[] {
  const names = control.groups
    .flatMap((group) => group.entries)
    .flatMap((entry) => {
      const read = parseCondition(entryText(model, control.dataset, entry) ?? '');
      return read.ok ? parametersIn(read.value) : [];
    });
  return [...new Set(names)];
}

/** The condition controls that ask for a parameter. */
export const conditionsUsing = (
  document: DashboardDocument,
  model: Model,
  name: string,
): ConditionControl[] =>
  document.controls.filter(
    (control): control is ConditionControl =>
      control.kind === 'condition' && parametersAskedBy(control, model).includes(name),
  );

/** The parameters for which a dashboard has no value control. */
export function missingParameters(
  document: DashboardDocument,
  control: ConditionControl,
  model: Model,
): string[] {
  const known = new Set(document.controls.flatMap((entry) => (entry.kind === 'value' ? [entry.name] : [])));
  return parametersAskedBy(control, model).filter((name) => !known.has(name));
}
