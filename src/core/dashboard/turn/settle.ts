/** Works out what each control now says, from the reader's state, the clock and the days with data. */
import type { Day } from '../../calendar/day';
import { ALL_DAYS } from '../../calendar/runs';
import { movedToData } from '../../coverage/coverage';
import type { Source } from '../../cube/query';
import { parsePhrase } from '../../period/parse';
import { usesData } from '../../period/phrase';
import { resolvePhrase } from '../../period/resolve';
import { kindOf } from '../document/controls';
import { isTimeControl, type Control, type TimeControl, type Visual } from '../document/document';
import { drillKey, drillRuns, readDrill } from '../reader/drill';
import { actingAsOf, heldBy, isRevealed, leftOutLater } from '../reader/held';
import { isPickSource, NO_PICK, pickedDays, pickKey, picksDays, type PickSource } from '../reader/pick';
import { parametersOf } from '../reader/parameters';
import { AS_OF_KEY, type Setting, type Settings } from '../reader/setting';
import type { ReaderState } from '../reader/state';
import type { Model } from '../../model/model';
import type { ReachContext } from './reach';
import type { Design } from '../wiring/design';
import { offeredBy } from './covered';
import { dashboardContext } from './dashboardContext';
import { saidBy } from './says';

/** The settings of all controls that are revealed, and of the own periods and drills of visuals. */
export async function settle(
  design: Design,
  state: ReaderState,
  today: Day,
  source: Source,
): Promise<Settings> {
  const { document, model } = design;
  const settings = new Map<string, Setting>();
  const revealed = document.controls.filter((control) => isRevealed(document, state, control));
  const asOf = actingAsOf(document, state);
  if (asOf !== null)
    settings.set(AS_OF_KEY, { kind: 'as of', day: asOf, later: leftOutLater(document, state) });
  const parameters = parametersOf(document, state);
  for (const control of revealed) {
    const setting = saidBy(model, control, state, asOf ?? today, parameters);
    if (setting) settings.set(control.id, setting);
  }
  for (const visual of document.visuals.filter(isPickSource)) {
    const setting = pickSetting(design, visual, state);
    if (setting) settings.set(pickKey(visual.id), setting);
  }
  // Windows come after the choices: what "latest" means for a control depends on them, not on other windows.
  const ground: Ground = { design, choices: new Map(settings), source, today };
  for (const control of revealed.filter(isTimeControl))
    settings.set(control.id, await windowOf(ground, control, control, heldBy(control, state)));
  for (const visual of document.visuals) {
    const drill = readDrill(state.drills?.[visual.id] ?? '', model.rule);
    if (drill) settings.set(drillKey(visual.id), { kind: 'drill', drill });
    if (!visual.ownPeriod) continue;
    const holder: Holder = { ...visual.ownPeriod, offer: 'union', lost: 'keep' };
    settings.set(visual.id, await windowOf(ground, visual, holder, visual.ownPeriod.phrase));
  }
  return settings;
}

/** Settings as they are, but with another day in the place of today in conditions; the very same where none asks for it. */
export function conditionsOn({ design, state, settings }: ReachContext, day: Day): Settings {
  const { document, model } = design;
  const asking = document.controls.filter(
    (control) => settings.get(control.id)?.kind === 'condition' && asksForToday(control, state, model),
  );
  if (asking.length === 0) return settings;
  const parameters = parametersOf(document, state);
  const said = asking.map(
    (control) => [control.id, saidBy(model, control, state, day, parameters)!] as const,
  );
  return new Map([...settings, ...said]);
}

/** Whether a condition of a control may speak of the current date. */
function asksForToday(control: Control, state: ReaderState, model: Model): boolean {
  const texts = kindOf(control).conditions?.(control, model).texts ?? [];
  const own = control.kind === 'condition' && control.open ? [heldBy(control, state).own] : [];
  return [...texts, ...own].some((text) => /current_date/i.test(text));
}

/** What was chosen on a visual; what it is drilled into acts like chosen days, where no others are chosen. */
function pickSetting({ model }: Design, visual: PickSource, state: ReaderState): Setting | undefined {
  const drill = picksDays(visual) ? readDrill(state.drills?.[visual.id] ?? '', model.rule) : undefined;
  const pick = state.picks?.[visual.id] ?? (drill ? NO_PICK : undefined);
  if (!pick) return undefined;
  const { keys, exclude } = pick;
  const drilled = drill && !exclude ? drillRuns(drill) : null;
  return { kind: 'pick', days: pickedDays(pick, model.rule) ?? drilled, keys, exclude };
}

/** What a period phrase is read for: a time control, or the own period of a visual. */
type Holder = Pick<TimeControl, 'anchor' | 'offer' | 'lost'>;

interface Ground {
  readonly design: Design;
  /** What is said by all that holds no days. */
  readonly choices: Settings;
  readonly source: Source;
  readonly today: Day;
}

/** The window that a phrase asks for. */
async function windowOf(
  ground: Ground,
  item: TimeControl | Visual,
  holder: Holder,
  text: string,
): Promise<Setting> {
  const { design, choices, source, today } = ground;
  const data = await offeredBy({ design, settings: choices, source }, item, holder);
  const context = dashboardContext({ design, settings: choices, today }, holder, data ?? []);
  const parsed = parsePhrase(text);
  const phrase = parsed.ok ? parsed.phrase : null;
  const common = { kind: 'window', text, phrase, context, followed: false } as const;
  if (!parsed.ok) return { ...common, runs: ALL_DAYS, empty: null, error: parsed.error };
  if (!data && usesData(parsed.phrase, context.anchor)) return { kind: 'pending' };
  const resolved = resolvePhrase(parsed.phrase, context);
  if (!resolved.ok) return { ...common, runs: ALL_DAYS, empty: null, error: resolved.error };
  const followed = holder.lost === 'follow' && data ? movedToData(resolved.runs, data) : undefined;
  return {
    ...common,
    runs: followed ?? resolved.runs,
    empty: followed ? null : (resolved.empty ?? null),
    error: null,
    followed: followed !== undefined,
  };
}
