/** Whether a state fits a document: what scripts send is checked, so that nothing they ask for is dropped in silence. */
import { parsePhrase } from '../../period/parse';
import { staysFixed } from '../../period/phrase';
import { parseIsoDay } from '../../calendar/day';
import { kindOf, type Control } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import type { HeldForm } from '../document/kinds/entry';
import { valueProblem } from '../document/kinds/value';
import { isMeasured } from '../document/visuals';
import { titleOf } from '../document/title';
import type { Model } from '../../model/model';
import { canSwitchOff } from './held';
import { isPickSource } from './pick';
import { canTurn } from './turned';
import type { ReaderState } from './state';

/** A problem of a state: where it lies, and a sentence. */
export interface StateProblem {
  readonly place: string;
  readonly message: string;
}

/** Where each form of what controls hold stands in a state. */
const RECORDS: readonly (readonly [keyof ReaderState, HeldForm])[] = [
  ['periods', 'period'],
  ['choices', 'choice'],
  ['conditions', 'condition'],
  ['ranges', 'numbers'],
  ['values', 'value'],
  ['baselines', 'baselines'],
  ['measures', 'measures'],
  ['grains', 'grain'],
];

/** Lists of controls in a state, with what has to be possible with each. */
const LISTS = [
  ['off', canSwitchOff, 'switched off'],
  ['turned', canTurn, 'turned from keeping to leaving out'],
] as const;

/** The problems of a state for a document, in order; none where every part of it has an effect. */
export function checkState(document: DashboardDocument, model: Model, state: ReaderState): StateProblem[] {
  const controls = new Map(document.controls.map((control) => [control.id, control]));
  const problems: StateProblem[] = [];
  const complain = (place: string, message: string) => problems.push({ place, message });
  for (const [record, form] of RECORDS) {
    for (const id of Object.keys(state[record] ?? {})) {
      const place = `${record}.${id}`;
      const control = controls.get(id);
      if (!control) complain(place, `There is no control “${id}” on this dashboard.`);
      else if (kindOf(control).holds !== form) complain(place, wrongForm(control, model, record));
    }
  }
  for (const [id, text] of Object.entries(state.periods)) {
    const parsed = parsePhrase(text);
    if (!parsed.ok) complain(`periods.${id}`, parsed.error.message);
  }
  for (const [id, text] of Object.entries(state.values ?? {})) {
    const control = controls.get(id);
    const problem = control?.kind === 'value' ? valueProblem(control, text) : null;
    if (problem !== null) complain(`values.${id}`, problem);
  }
  for (const control of document.controls) {
    const problem = chosenProblem(control, state);
    if (problem) complain(`${problem.record}.${control.id}`, problem.message);
  }
  for (const id of Object.keys(state.compare ?? {}))
    if (!document.visuals.some((visual) => visual.id === id && isMeasured(visual)))
      complain(`compare.${id}`, `There is no visual “${id}” with measures on this dashboard.`);
  for (const id of Object.keys(state.levels ?? {}))
    if (controls.get(id)?.kind !== 'timeline')
      complain(`levels.${id}`, `There is no timeline “${id}” on this dashboard.`);
  for (const [id, text] of Object.entries(state.drills ?? {})) {
    const parsed = parsePhrase(text);
    if (!document.visuals.some((visual) => visual.id === id))
      complain(`drills.${id}`, `There is no visual “${id}” on this dashboard.`);
    else if (!parsed.ok) complain(`drills.${id}`, parsed.error.message);
  }
  for (const [id, { days }] of Object.entries(state.picks ?? {})) {
    const place = `picks.${id}`;
    const visual = document.visuals.find((entry) => entry.id === id);
    const parsed = days === null ? undefined : parsePhrase(days);
    if (!visual || !isPickSource(visual))
      complain(place, `There is no visual “${id}” whose marks can be chosen.`);
    else if (parsed && !parsed.ok) complain(`${place}.days`, parsed.error.message);
    else if (parsed?.ok && !staysFixed(parsed.phrase))
      complain(`${place}.days`, 'Chosen days are fixed days.');
  }
  for (const [list, can, cannot] of LISTS)
    for (const id of state[list] ?? []) {
      const control = controls.get(id);
      if (!control) complain(list, `There is no control “${id}” on this dashboard.`);
      else if (!can(control)) complain(list, `${titleOf(control, model)} cannot be ${cannot}.`);
    }
  if (state.asOf && parseIsoDay(state.asOf) === undefined) complain('asOf', `There is no day ${state.asOf}.`);
  return problems;
}

/** What a chooser is given that it does not offer. */
function chosenProblem(
  control: Control,
  state: ReaderState,
): { record: string; message: string } | undefined {
  switch (control.kind) {
    case 'baselines': {
      const held = state.baselines?.[control.id] ?? [];
      const unknown = held.find((entry) => typeof entry === 'string' && !control.offer.includes(entry));
      if (unknown !== undefined)
        return { record: 'baselines', message: `It offers no baseline “${unknown as string}”.` };
      if (!control.open && held.some((entry) => typeof entry !== 'string'))
        return { record: 'baselines', message: 'It lets readers type no baseline of their own.' };
      return !control.several && held.length > 1
        ? { record: 'baselines', message: 'Only one can be chosen.' }
        : undefined;
    }
    case 'measures': {
      const held = state.measures?.[control.id] ?? [];
      const unknown = held.find((place) => place >= control.offer.length);
      if (unknown !== undefined)
        return {
          record: 'measures',
          message: `It offers ${control.offer.length} measures, numbered from 0.`,
        };
      return !control.several && held.length > 1
        ? { record: 'measures', message: 'Only one can be chosen.' }
        : undefined;
    }
    case 'grain': {
      const held = state.grains?.[control.id];
      return held !== undefined && !control.offer.includes(held)
        ? { record: 'grains', message: `It offers ${control.offer.join(', ')}.` }
        : undefined;
    }
    default:
      return undefined;
  }
}

const wrongForm = (control: Control, model: Model, record: string) =>
  `${titleOf(control, model)} (${control.kind}) holds nothing of ${record}.`;
