/** The parameters of conditions as value controls give them. */
import type { DashboardDocument } from '../document/document';
import { valueProblem } from '../document/kinds/value';
import { heldBy, isRevealed } from './held';
import type { Parameter, Parameters } from './parameter';
import type { ReaderState } from './state';

/** The parameters of a dashboard by their names; of two value controls of one name the first counts. */
export function parametersOf(document: DashboardDocument, state: ReaderState): Parameters {
  const parameters = new Map<string, Parameter>();
  for (const control of document.controls) {
    if (control.kind !== 'value' || parameters.has(control.name)) continue;
    const text = heldBy(control, state);
    const problem = valueProblem(control, text);
    const isBlank = text === '' || problem !== null || !isRevealed(document, state, control);
    parameters.set(control.name, {
      value: isBlank ? null : { type: control.type, text },
      type: control.type,
      required: control.required && isRevealed(document, state, control),
      problem,
    });
  }
  return parameters;
}
