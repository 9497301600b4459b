/** A value control for a parameter that a condition asks for: of the type that the condition wants there. */
import { parseCondition } from '../../condition/parse';
import type { ValueType } from '../../condition/check';
import type { Model } from '../../model/model';
import type { ConditionControl, Control } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import { entryText } from '../document/kinds/condition';
import { newPart } from '../document/parts';
import { readCondition } from '../reader/conditions';
import { withNewItem } from './wires';

const TYPES: readonly ValueType[] = ['number', 'date', 'text'];

/** The first type with which every condition of a control that asks for a parameter can be read. */
function typeOf(model: Model, control: ConditionControl, name: string): ValueType {
  const texts = control.groups
    .flatMap((group) => group.entries)
    .flatMap((entry) => entryText(model, control.dataset, entry) ?? [])
    .filter((text) => parseCondition(text).ok);
  const fits = (type: ValueType) =>
    texts.every(
      (text) =>
        !readCondition(model, control.dataset, text).ok ||
        readCondition(model, control.dataset, text, new Map([[name, type]])).ok,
    );
  return TYPES.find(fits) ?? 'text';
}

/** The document with a value control of this name. */
export function withValueControl(
  document: DashboardDocument,
  model: Model,
  control: ConditionControl,
  name: string,
): DashboardDocument {
  const part = newPart(document, model, 'value');
  if (part?.kind !== 'value') return document;
  const made: Control = { ...part, name, type: typeOf(model, control, name) };
  return withNewItem(document, model, made);
}
