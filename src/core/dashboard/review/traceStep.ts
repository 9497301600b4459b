/** The effect of one wire as a step of a trace: its words, and the rows and days that it leaves. */
import { intersectRuns, isEveryDay, type DayRuns } from '../../calendar/runs';
import type { CalendarRule } from '../../calendar/rule';
import type { Selection } from '../../cube/query';
import { describeRuns } from '../../period/describe';
import { BLANK } from '../../model/blank';
import { pathOf } from '../reader/conditions';
import { roleName, type Model } from '../../model/model';
import type { ReachContext } from '../turn/reach';
import type { ReaderState } from '../reader/state';
import { effectOf, leavesOut, settingKey, type Acting, type Effect } from '../wiring/selection';
import { isEffective, type Setting } from '../reader/setting';
import { titleOf } from '../document/title';
import type { DatasetUse } from '../wiring/uses';
import { actorOf, type Route } from '../wiring/routes';

/** One step: what it does, and what is left after it. Rows and days are null where the source cannot tell. */
export interface TraceStep {
  readonly kind: 'clock' | 'window' | 'own period' | 'rows' | 'filter' | 'condition' | 'no effect' | 'result';
  /** The control that acts here. */
  readonly control?: string;
  readonly words: string;
  readonly rows?: number | null;
  readonly days?: number | null;
}

export interface TraceContext extends ReachContext {
  readonly state: ReaderState;
  /** The real civil day now. */
  readonly realToday: number;
}

const MOST_VALUES = 6;

/** "Web, Counter and 3 more". */
export function valuesInWords(values: readonly (string | null)[]): string {
  const named = values.slice(0, MOST_VALUES).map((value) => value ?? BLANK);
  const rest = values.length - named.length;
  return rest > 0 ? `${named.join(', ')} and ${rest} more` : named.join(', ');
}

/** A chosen value, or the path of a chosen node of a tree. */
const nodeWords = (value: string | null) =>
  pathOf(value)
    ?.map((part) => part ?? BLANK)
    .join(' › ') ?? value;

/** What was chosen on a visual: "3 – 9 Mar 2025", "Veldry–Osk Head › Marram", "all but Web". */
export function pickWords(
  { days, keys, exclude }: Extract<Setting, { kind: 'pick' }>,
  rule: CalendarRule,
): string {
  const groups = keys.map((key) => key.map((value) => value ?? BLANK).join(' › '));
  const parts = [
    ...(keys.length > 0 ? [valuesInWords(groups)] : []),
    ...(days ? [describeRuns(days, rule)] : []),
  ];
  return `${exclude ? 'all but ' : ''}${parts.join(', ') || 'nothing that can be read'}`;
}

interface Step {
  readonly kind: 'window' | 'filter' | 'condition';
  readonly words: string;
  readonly selection: Selection;
  readonly window: DayRuns;
}

/** A wire's effect on rows and window, in words; undefined where the control says nothing. */
export function applied(
  { document, model, settings }: ReachContext,
  use: DatasetUse,
  { control, route }: Acting,
  selection: Selection,
  window: DayRuns,
): Step | undefined {
  const actor = actorOf(document, control)!;
  const setting = settings.get(settingKey(actor));
  const said = setting && sayingOf(model, route, setting, titleOf(actor, model));
  return said && { ...said, ...narrowed(use, selection, window, effectOf(model, route, setting)) };
}

/** What a setting says through its route, in words. */
function sayingOf(
  model: Model,
  route: Route,
  setting: Setting,
  name: string,
): Pick<Step, 'kind' | 'words'> | undefined {
  const through = (taken: Extract<Route, { kind: 'role' | 'pick' }>) =>
    `through “${roleName(model, taken.dataset, taken.role)}”${taken.own ? '' : ' (chosen on this wire)'}`;
  if (route.kind === 'role' && setting.kind === 'window')
    return { kind: 'window', words: `${name} ${through(route)}: ${describeRuns(setting.runs, model.rule)}.` };
  if (route.kind === 'pick' && setting.kind === 'pick') {
    const words = `Chosen on ${name}${setting.days ? ` ${through(route)}` : ''}: ${pickWords(setting, model.rule)}.`;
    return { kind: setting.days ? 'window' : 'filter', words };
  }
  if (route.kind === 'condition' && setting.kind === 'condition')
    return { kind: 'condition', words: `${name}: ${setting.sql ?? 'nothing is switched on.'}` };
  const isChoice = route.kind === 'column' || route.kind === 'columns' || route.kind === 'attribute';
  if (setting.kind !== 'choice' || !isChoice) return undefined;
  return { kind: 'filter', words: `${name}: ${choiceWords(setting)}.` };
}

function choiceWords(setting: Extract<Setting, { kind: 'choice' }>): string {
  if (!isEffective(setting)) return setting.off ? 'switched off, so every value' : 'every value';
  if (setting.values.length === 0) return 'a value has to be chosen first';
  return `${leavesOut(setting) ? 'all but ' : ''}${valuesInWords(setting.values.map(nodeWords))}`;
}

/** Rows and window that an effect leaves. */
function narrowed(
  use: DatasetUse,
  selection: Selection,
  window: DayRuns,
  { filters, classes, conditions, days }: Effect,
): Pick<Step, 'selection' | 'window'> {
  const isOwn = days?.role === use.role;
  const other = days && !isOwn && !isEveryDay(days.runs) ? [{ column: days.role, runs: days.runs }] : [];
  return {
    selection: {
      ...selection,
      filters: [...selection.filters, ...filters],
      otherDays: [...selection.otherDays, ...classes, ...other],
      conditions: [...selection.conditions, ...conditions],
    },
    window: days && isOwn ? intersectRuns(window, days.runs) : window,
  };
}
