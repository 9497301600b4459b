/** The effect of one wire as a step of a trace: its words, and the rows and days that it leaves. */
import { listed } from '../../listed';
import { shortDayWords } from '../../calendar/names';
import { countDaysIn, intersectRuns, type DayRuns } from '../../calendar/runs';
import { TOTAL, type Layout, type Selection } from '../../cube/query';
import type { CalendarRule } from '../../calendar/rule';
import { describeRuns } from '../../period/describe';
import { BLANK } from '../../model/blank';
import { pathOf } from '../reader/treePath';
import { roleName, type Model } from '../../model/model';
import type { ReachContext } from '../turn/reach';
import { leavesOut, type Idle, type SeenStep } from '../wiring/selection';
import type { Design } from '../wiring/design';
import type { DatasetUse } from '../wiring/uses';
import { drillRuns } from '../reader/drill';
import type { Control, Visual } from '../document/document';
import { isEffective, type Setting } from '../reader/setting';
import type { Actor, Route } from '../wiring/routes';
import { pageNameOf } from '../document/pages';

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
  /** The real civil day now. */
  readonly realToday: number;
}

/** The steps that lead to one part of what an item shows. */
export interface TracePart {
  readonly title: string;
  readonly freshness: string;
  readonly layout: Layout | null;
  readonly steps: readonly TraceStep[];
}

/** Rows and days of a selection in a window. */
export async function counted(context: TraceContext, selection: Selection, window: DayRuns) {
  const answer = await context.source.aggregate({ ...selection, window, by: TOTAL, numbers: [] });
  const covered = await context.source.covered(selection);
  let days: number | null = covered ? 0 : null;
  if (covered && days !== null)
    for (const run of intersectRuns(covered, window)) days += countDaysIn(covered, run.start, run.end);
  return { rows: answer ? answer.rows[0]! : null, days, layout: answer?.layout ?? null };
}

const MOST_VALUES = 6;

/** "Web, Counter and 3 more". */
export const valuesInWords = (values: readonly (string | null)[]): string =>
  listed(values, MOST_VALUES, (value) => value ?? BLANK);

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

/** Why a wire that is on takes no rows away. */
const IDLE_WORDS: Record<Idle, (dataset: string) => string> = {
  pales: () => 'it only makes the other marks pale',
  replaced: () => 'its own period is in its place',
  'no route': (dataset) => `there is no route to ${dataset}`,
};

type Words = Pick<TraceStep, 'kind' | 'control' | 'words'>;

/** What acts, by its title and, on a dashboard of several pages, by where it stands. */
function nameIn(design: Design, actor: Actor): string {
  const page = pageNameOf(design.document, actor.id);
  return `${design.titleOf(actor)}${page === undefined ? '' : ` (${page})`}`;
}

/** A step of the evaluation in words; undefined where the control says nothing. */
export function stepWords(
  {
    design,
    item,
    use,
  }: { readonly design: Design; readonly item: Visual | Control; readonly use: DatasetUse },
  step: SeenStep,
  dataset: string,
): Words | undefined {
  const { model } = design;
  switch (step.kind) {
    case 'own period':
      return { kind: 'own period', words: ownPeriodWords(item) };
    case 'wire': {
      const said = sayingOf(model, step.route, step.setting, nameIn(design, step.actor));
      return said && { ...said, control: step.actor.id };
    }
    case 'as of':
      return {
        kind: 'filter',
        words: `As of ${shortDayWords(step.day, true)}: rows with a later day “${step.roles
          .map((role) => roleName(model, use.dataset, role))
          .join('” or “')}” are not there yet.`,
      };
    case 'drill':
      return { kind: 'window', words: `Drilled into ${describeRuns(drillRuns(step.drill), model.rule)}.` };
    case 'idle':
      return {
        kind: 'no effect',
        control: step.actor.id,
        words: `${nameIn(design, step.actor)} takes no rows away here: ${IDLE_WORDS[step.why](dataset)}.`,
      };
  }
}

function ownPeriodWords(item: Visual | Control): string {
  const own = 'ownPeriod' in item ? item.ownPeriod : null;
  const how =
    own?.mode === 'replace'
      ? 'in the place of wired time controls'
      : 'within which wired time controls narrow';
  return `Its own period “${own?.phrase ?? ''}”, ${how}.`;
}

/** What a setting says through its route, in words. */
function sayingOf(model: Model, route: Route, setting: Setting, name: string): Words | undefined {
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
