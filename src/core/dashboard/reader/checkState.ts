/** Whether a state fits a document: what scripts send is checked, so that nothing they ask for is dropped in silence. */
import { parsePhrase } from '../../period/parse';
import { staysFixed } from '../../period/phrase';
import { parseIsoDay } from '../../calendar/day';
import { kindOf, type Control, type ControlOf } from '../document/controls';
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

/** What a state is checked against. */
interface Checked {
  readonly document: DashboardDocument;
  readonly model: Model;
  readonly state: ReaderState;
  readonly control: (id: string) => Control | undefined;
}

const noControl = (id: string) => `There is no control “${id}” on this dashboard.`;

/** The sentence of what is no period. */
function phraseProblem(text: string): string | null {
  const parsed = parsePhrase(text);
  return parsed.ok ? null : parsed.error.message;
}

/** A problem at a place, where there is one. */
const at = (place: string, message: string | null): StateProblem[] =>
  message === null ? [] : [{ place, message }];

/** What controls hold: each in the form that it holds. */
function heldProblems({ model, state, control }: Checked): StateProblem[] {
  return RECORDS.flatMap(([record, form]) =>
    Object.keys(state[record] ?? {}).flatMap((id) => {
      const found = control(id);
      if (!found) return at(`${record}.${id}`, noControl(id));
      return at(`${record}.${id}`, kindOf(found).holds === form ? null : wrongForm(found, model, record));
    }),
  );
}

function valueProblems({ state, control }: Checked): StateProblem[] {
  return Object.entries(state.values ?? {}).flatMap(([id, text]) => {
    const found = control(id);
    return at(`values.${id}`, found?.kind === 'value' ? valueProblem(found, text) : null);
  });
}

const chosenProblems = ({ document, state }: Checked): StateProblem[] =>
  document.controls.flatMap((control) => {
    const problem = chosenProblem(control, state);
    return problem ? at(`${problem.record}.${control.id}`, problem.message) : [];
  });

/** What readers set on visuals: comparisons and the periods that they went into. */
function visualProblems({ document: { visuals }, state }: Checked): StateProblem[] {
  const compared = Object.keys(state.compare ?? {}).flatMap((id) =>
    at(
      `compare.${id}`,
      visuals.some((visual) => visual.id === id && isMeasured(visual))
        ? null
        : `There is no visual “${id}” with measures on this dashboard.`,
    ),
  );
  const drilled = Object.entries(state.drills ?? {}).flatMap(([id, text]) =>
    at(
      `drills.${id}`,
      visuals.some((visual) => visual.id === id)
        ? phraseProblem(text)
        : `There is no visual “${id}” on this dashboard.`,
    ),
  );
  return [...compared, ...drilled];
}

const levelProblems = ({ state, control }: Checked): StateProblem[] =>
  Object.keys(state.levels ?? {}).flatMap((id) =>
    at(
      `levels.${id}`,
      control(id)?.kind === 'timeline' ? null : `There is no timeline “${id}” on this dashboard.`,
    ),
  );

/** Marks that are chosen: on visuals where that can be, and fixed days. */
function pickProblems({ document, state }: Checked): StateProblem[] {
  return Object.entries(state.picks ?? {}).flatMap(([id, { days }]) => {
    const visual = document.visuals.find((entry) => entry.id === id);
    if (!visual || !isPickSource(visual))
      return at(`picks.${id}`, `There is no visual “${id}” whose marks can be chosen.`);
    if (days === null) return [];
    const parsed = parsePhrase(days);
    const problem = parsed.ok
      ? staysFixed(parsed.phrase)
        ? null
        : 'Chosen days are fixed days.'
      : parsed.error.message;
    return at(`picks.${id}.days`, problem);
  });
}

const listProblems = ({ model, state, control }: Checked): StateProblem[] =>
  LISTS.flatMap(([list, can, cannot]) =>
    (state[list] ?? []).flatMap((id) => {
      const found = control(id);
      if (!found) return at(list, noControl(id));
      return at(list, can(found) ? null : `${titleOf(found, model)} cannot be ${cannot}.`);
    }),
  );

/** The problems of a state for a document, in order; none where every part of it has an effect. */
export function checkState(document: DashboardDocument, model: Model, state: ReaderState): StateProblem[] {
  const controls = new Map(document.controls.map((control) => [control.id, control]));
  const checked: Checked = { document, model, state, control: (id) => controls.get(id) };
  const isNoDay = Boolean(state.asOf) && parseIsoDay(state.asOf ?? '') === undefined;
  return [
    ...heldProblems(checked),
    ...Object.entries(state.periods).flatMap(([id, text]) => at(`periods.${id}`, phraseProblem(text))),
    ...valueProblems(checked),
    ...chosenProblems(checked),
    ...visualProblems(checked),
    ...levelProblems(checked),
    ...pickProblems(checked),
    ...listProblems(checked),
    ...at('asOf', isNoDay ? `There is no day ${state.asOf}.` : null),
  ];
}

interface Chosen {
  readonly record: string;
  readonly message: string;
}

const ONLY_ONE = 'Only one can be chosen.';

function baselinesProblem(control: ControlOf<'baselines'>, state: ReaderState): string | undefined {
  const held = state.baselines?.[control.id] ?? [];
  const unknown = held.find((entry) => typeof entry === 'string' && !control.offer.includes(entry));
  if (unknown !== undefined) return `It offers no baseline “${unknown as string}”.`;
  if (!control.open && held.some((entry) => typeof entry !== 'string'))
    return 'It lets readers type no baseline of their own.';
  return !control.several && held.length > 1 ? ONLY_ONE : undefined;
}

function measuresProblem(control: ControlOf<'measures'>, state: ReaderState): string | undefined {
  const held = state.measures?.[control.id] ?? [];
  if (held.some((place) => place >= control.offer.length))
    return `It offers ${control.offer.length} measures, numbered from 0.`;
  return !control.several && held.length > 1 ? ONLY_ONE : undefined;
}

function grainProblem(control: ControlOf<'grain'>, state: ReaderState): string | undefined {
  const held = state.grains?.[control.id];
  const isOffered = held === undefined || control.offer.includes(held);
  return isOffered ? undefined : `It offers ${control.offer.join(', ')}.`;
}

/** What a chooser is given that it does not offer. */
function chosenProblem(control: Control, state: ReaderState): Chosen | undefined {
  const told = (record: string, message: string | undefined): Chosen | undefined =>
    message === undefined ? undefined : { record, message };
  if (control.kind === 'baselines') return told('baselines', baselinesProblem(control, state));
  if (control.kind === 'measures') return told('measures', measuresProblem(control, state));
  return control.kind === 'grain' ? told('grains', grainProblem(control, state)) : undefined;
}

const wrongForm = (control: Control, model: Model, record: string) =>
  `${titleOf(control, model)} (${control.kind}) holds nothing of ${record}.`;
