/** Works out what each control now says, from the reader's state, the clock and the days with data. */
import { parseIsoDay, type Day } from '../../calendar/day';
import { ALL_DAYS, intersectRuns, unionRuns, type DayRuns } from '../../calendar/runs';
import { movedToData } from '../../coverage/coverage';
import type { Source } from '../../cube/query';
import { boundsCondition, combinedCondition, initialConditions } from '../reader/conditions';
import { canonicalText } from '../../period/canonical';
import { parsePhrase, parsePoint } from '../../period/parse';
import type { Phrase, Point } from '../../period/phrase';
import type { PeriodContext } from '../../period/point';
import { printPhrase } from '../../period/print';
import { resolvePhrase } from '../../period/resolve';
import {
  isTimeControl,
  type Control,
  type DashboardDocument,
  type TimeControl,
  type Visual,
} from '../document/document';
import { drillKey, drillRuns, readDrill } from '../reader/drill';
import { isPickSource, NO_PICK, pickedDays, pickKey, picksDays } from '../reader/pick';
import type { Model } from '../../model/model';
import { seenBy } from '../wiring/selection';
import type { Setting, Settings } from '../reader/setting';
import type { ReaderState } from '../reader/state';
import { datasetUses } from '../wiring/uses';

const ANCHOR_TODAY: Point = { base: { kind: 'today' }, steps: [] };

/** The phrase that a time control holds: the reader's, else the designer's. */
export function textOf(control: TimeControl, state: ReaderState): string {
  return state.periods[control.id] ?? control.default;
}

function choiceOf(control: Extract<Control, { kind: 'slicer' }>, state: ReaderState) {
  return state.choices[control.id] ?? control.default;
}

/** Whether a control is shown and acts: always, or while another one that is shown holds a given choice. */
export function isRevealed(
  document: DashboardDocument,
  state: ReaderState,
  control: Control,
  asked: readonly string[] = [],
): boolean {
  const { reveal } = control;
  if (!reveal) return true;
  const other = document.controls.find((entry) => entry.id === reveal.control);
  if (!other || asked.includes(other.id)) return false;
  if (!isRevealed(document, state, other, [...asked, control.id])) return false;
  if (other.kind === 'slicer') return choiceOf(other, state).some((value) => reveal.values.includes(value));
  if (other.kind === 'asof') return reveal.values.includes(state.asOf ?? '');
  if (other.kind === 'condition') {
    const { on } = state.conditions?.[other.id] ?? initialConditions(other);
    return on.some((entry) => reveal.values.includes(entry));
  }
  if (!isTimeControl(other)) return false;
  const text = canonicalText(textOf(other, state));
  return reveal.values.some((value) => value !== null && canonicalText(value) === text);
}

/** The settings of all controls that are revealed, and of the own periods and drills of visuals. */
export async function settle(
  document: DashboardDocument,
  model: Model,
  state: ReaderState,
  today: Day,
  source: Source,
): Promise<Settings> {
  const settings = new Map<string, Setting>();
  const revealed = document.controls.filter((control) => isRevealed(document, state, control));
  const day = (state.asOf && parseIsoDay(state.asOf)) || today;
  for (const control of revealed) {
    const setting = timelessSetting(model, control, state, day);
    if (setting) settings.set(control.id, setting);
  }
  for (const visual of document.visuals.filter(isPickSource)) {
    // What such a visual is drilled into acts like chosen days, where no others are chosen.
    const drill = picksDays(visual) ? readDrill(state.drills?.[visual.id] ?? '', model.rule) : undefined;
    const pick = state.picks?.[visual.id] ?? (drill ? NO_PICK : undefined);
    if (!pick) continue;
    const { keys, exclude } = pick;
    const drilled = drill && !exclude ? drillRuns(drill) : null;
    const days = pickedDays(pick, model.rule) ?? drilled;
    settings.set(pickKey(visual.id), { kind: 'pick', days, keys, exclude });
  }
  // Windows come after the choices: what "latest" means for a control depends on them, not on other windows.
  const choices = new Map(settings);
  for (const control of revealed) {
    if (!isTimeControl(control)) continue;
    const data = await dataOf(document, model, choices, control, source);
    const asOf = (state.asOf && parseIsoDay(state.asOf)) || null;
    settings.set(
      control.id,
      settingOf(document, model, control, textOf(control, state), { today, asOf, data }),
    );
  }
  for (const visual of document.visuals) {
    const drill = readDrill(state.drills?.[visual.id] ?? '', model.rule);
    if (drill) settings.set(drillKey(visual.id), { kind: 'drill', drill });
    if (!visual.ownPeriod) continue;
    const data = await dataOf(document, model, choices, visual, source);
    const holder = { ...visual.ownPeriod, offer: 'union', lost: 'keep' } as const;
    const asOf = (state.asOf && parseIsoDay(state.asOf)) || null;
    const { phrase } = visual.ownPeriod;
    settings.set(visual.id, settingOf(document, model, holder, phrase, { today, asOf, data }));
  }
  return settings;
}

/** What a control that holds no days says; undefined for the others. */
function timelessSetting(
  model: Model,
  control: Control,
  state: ReaderState,
  today: Day,
): Setting | undefined {
  const off = state.off?.includes(control.id) === true;
  switch (control.kind) {
    case 'slicer': {
      const { exclude, required } = control;
      return { kind: 'choice', values: choiceOf(control, state), exclude, required, off };
    }
    case 'condition': {
      const held = state.conditions?.[control.id] ?? initialConditions(control);
      const combined = combinedCondition(model, control, held, today);
      return { kind: 'condition', ...combined, sql: off ? null : combined.sql };
    }
    case 'numbers': {
      const set = state.ranges?.[control.id] ?? control.default;
      const bounds = off ? { low: null, high: null } : set;
      if ('measure' in control.of) return { kind: 'totals', measure: control.of, bounds };
      return { kind: 'condition', sql: boundsCondition(control.of.column, bounds), problems: [] };
    }
    default:
      return undefined;
  }
}

/** What a period phrase is read for: a time control, or the own period of a visual. */
type Holder = Pick<TimeControl, 'anchor' | 'offer' | 'lost'>;

/** Days with data of what an item shows or is wired to, under the slicers wired into it; undefined if the source cannot tell. */
async function dataOf(
  document: DashboardDocument,
  model: Model,
  choices: Settings,
  item: TimeControl | Visual,
  source: Source,
): Promise<DayRuns | undefined> {
  const covered: DayRuns[] = [];
  for (const use of datasetUses(document, model, item)) {
    const { selection } = seenBy(document, model, choices, item, use);
    const days = await source.covered(selection);
    if (!days) return undefined;
    covered.push(days);
  }
  return offeredOf('offer' in item ? item : { offer: 'union' }, covered);
}

/** The days that a control offers, from those of each dataset that it reaches. */
export function offeredOf(control: Pick<TimeControl, 'offer'>, covered: readonly DayRuns[]): DayRuns {
  if (control.offer === 'union') return unionRuns(...covered);
  return covered.length === 0 ? [] : covered.reduce((all, days) => intersectRuns(all, days), ALL_DAYS);
}

/** The point that a control's rolling phrases count from. */
export function anchorOf(document: DashboardDocument, control: Pick<TimeControl, 'anchor'>): Point {
  const parsed = parsePoint(control.anchor ?? document.anchor);
  return parsed.ok ? parsed.phrase : ANCHOR_TODAY;
}

/** Whether the days of a phrase depend on the days with data. */
function needsData(phrase: Phrase, anchor: string): boolean {
  const text = printPhrase(phrase);
  return /\b(latest|earliest|of data)\b/.test(text) || /\b(latest|earliest)\b/.test(anchor);
}

function settingOf(
  document: DashboardDocument,
  model: Model,
  control: Holder,
  text: string,
  known: { today: Day; asOf: Day | null; data: DayRuns | undefined },
): Setting {
  const { today, asOf, data } = known;
  const context: PeriodContext = {
    rule: model.rule,
    today,
    asOf,
    anchor: anchorOf(document, control),
    data: data ?? [],
  };
  const common = { kind: 'window', text, context, followed: false } as const;
  const parsed = parsePhrase(text);
  if (!parsed.ok) return { ...common, runs: ALL_DAYS, empty: null, error: parsed.error };
  if (!data && needsData(parsed.phrase, control.anchor ?? document.anchor)) return { kind: 'pending' };
  const resolved = resolvePhrase(parsed.phrase, context);
  if (!resolved.ok) return { ...common, runs: ALL_DAYS, empty: null, error: resolved.error };
  const followed = control.lost === 'follow' && data ? movedToData(resolved.runs, data) : undefined;
  return {
    ...common,
    runs: followed ?? resolved.runs,
    empty: followed ? null : (resolved.empty ?? null),
    error: null,
    followed: followed !== undefined,
  };
}
