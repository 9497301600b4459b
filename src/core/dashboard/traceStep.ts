/** The effect of one wire as a step of a trace: its words, and the rows and days that it leaves. */
import { intersectRuns, isEveryDay, type DayRuns } from '../calendar/runs';
import type { CalendarRule } from '../calendar/rule';
import type { Selection } from '../cube/query';
import { describeRuns } from '../period/describe';
import { BLANK } from './blank';
import { pathOf } from './conditions';
import { chosenDays } from './dimension';
import { roleName } from './model';
import type { ReachContext } from './reach';
import type { ReaderState } from './state';
import { pickedRows, settingKey, treeCondition, type Acting } from './selection';
import { isEffective, type Setting } from './setting';
import { titleOf } from './title';
import type { DatasetUse } from './uses';
import { actorOf, type Route } from './routes';

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
  const name = titleOf(actor, model);
  const through = (taken: Extract<Route, { kind: 'role' | 'pick' }>) =>
    `through “${roleName(model, taken.dataset, taken.role)}”${taken.own ? '' : ' (chosen on this wire)'}`;
  if (route.kind === 'role' && setting?.kind === 'window') {
    const words = `${name} ${through(route)}: ${describeRuns(setting.runs, model.rule)}.`;
    return { kind: 'window', words, ...withinDays(use, selection, window, route.role, setting.runs) };
  }
  if (route.kind === 'pick' && setting?.kind === 'pick') {
    const picked = pickedRows(model, route, setting);
    const filtered = {
      ...selection,
      filters: [...selection.filters, ...picked.filters],
      otherDays: [...selection.otherDays, ...picked.classes],
    };
    const words = `Chosen on ${name}${picked.days ? ` ${through(route)}` : ''}: ${pickWords(setting, model.rule)}.`;
    const left = picked.days
      ? withinDays(use, filtered, window, route.role, picked.days)
      : { selection: filtered, window };
    return { kind: picked.days ? 'window' : 'filter', words, ...left };
  }
  if (route.kind === 'condition' && setting?.kind === 'condition') {
    if (setting.sql === null)
      return { kind: 'condition', words: `${name}: nothing is switched on.`, selection, window };
    const conditions = [...selection.conditions, { sql: setting.sql }];
    return {
      kind: 'condition',
      words: `${name}: ${setting.sql}`,
      selection: { ...selection, conditions },
      window,
    };
  }
  if (setting?.kind !== 'choice') return undefined;
  if (!isEffective(setting)) {
    const why = setting.off ? 'switched off, so every value' : 'every value';
    return { kind: 'filter', words: `${name}: ${why}.`, selection, window };
  }
  const exclude = setting.exclude && setting.values.length > 0;
  const words =
    setting.values.length === 0
      ? `${name}: a value has to be chosen first.`
      : `${name}: ${exclude ? 'all but ' : ''}${valuesInWords(setting.values.map(nodeWords))}.`;
  if (route.kind === 'columns') {
    const conditions = [
      ...selection.conditions,
      { sql: treeCondition(route.columns, setting.values, exclude) },
    ];
    return { kind: 'filter', words, selection: { ...selection, conditions }, window };
  }
  if (route.kind === 'column') {
    const filters = [...selection.filters, { column: route.column, values: setting.values, exclude }];
    return { kind: 'filter', words, selection: { ...selection, filters }, window };
  }
  if (route.kind === 'attribute') {
    const runs = chosenDays(model, route.attribute, setting.values, exclude);
    const otherDays = [...selection.otherDays, { column: route.role, runs }];
    return { kind: 'filter', words, selection: { ...selection, otherDays }, window };
  }
  return undefined;
}

/** Rows and window cut to days of a date role. */
function withinDays(
  use: DatasetUse,
  selection: Selection,
  window: DayRuns,
  role: string,
  runs: DayRuns,
): Pick<Step, 'selection' | 'window'> {
  if (role === use.role) return { selection, window: intersectRuns(window, runs) };
  if (isEveryDay(runs)) return { selection, window };
  return { selection: { ...selection, otherDays: [...selection.otherDays, { column: role, runs }] }, window };
}
