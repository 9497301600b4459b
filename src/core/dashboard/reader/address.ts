/**
 * The reader's state as parts of the address: what each control holds in its own place (`reader/held.ts`), `d.<visual>`
 * for drills, `w.<visual>` for baselines of the reader's own, `l.<control>` for the level of a timeline, `k.<visual>` for
 * chosen marks, `off` for what is switched off, `turned` for slicers that are turned round.
 */
import type { DashboardDocument } from '../document/document';
import { MOST_BASELINES, type OwnBaseline } from '../document/kinds/compare';
import { isMeasured } from '../document/visuals';
import { parseChoice, parseJson, printChoice } from './addressText';
import { heldInAddress, withHeldText } from './held';
import { isEmptyPick, isPickSource, pickSchema, type Pick } from './pick';
import { DEFAULT_STATE, type ReaderState } from './state';
import { stateFor } from './stateFor';
import { parseIsoDay } from '../../calendar/day';
import { UNITS, type Unit } from '../../calendar/units';

const OFF = 'off';
const TURNED = 'turned';
const AS_OF = 'as-of';
const levelPlace = (control: string) => `l.${control}`;
const drillPlace = (visual: string) => `d.${visual}`;
const comparePlace = (visual: string) => `w.${visual}`;
const pickPlace = (visual: string) => `k.${visual}`;

const ofItem = <T>(
  values: Readonly<Record<string, T>> | undefined,
  { id }: { readonly id: string },
): T | null => values?.[id] ?? null;

/** Every part that a dashboard can have in the address, with its text; null where there is nothing to say. */
export function addressOf(document: DashboardDocument, state: ReaderState): Record<string, string | null> {
  const parts: Record<string, string | null> = {};
  for (const control of document.controls) {
    const { place, text } = heldInAddress(control, state);
    parts[place] = text;
    if (control.kind === 'timeline') parts[levelPlace(control.id)] = ofItem(state.levels, control);
  }
  for (const visual of document.visuals) parts[drillPlace(visual.id)] = ofItem(state.drills, visual);
  for (const visual of document.visuals.filter(isMeasured))
    parts[comparePlace(visual.id)] = listText(ofItem(state.compare, visual)?.map((entry) => entry.text));
  for (const visual of document.visuals.filter(isPickSource)) {
    const pick = ofItem(state.picks, visual);
    parts[pickPlace(visual.id)] = pick && !isEmptyPick(pick) ? JSON.stringify(pick) : null;
  }
  parts[OFF] = listText(state.off);
  parts[TURNED] = listText(state.turned);
  // Another day can stand for today without a control for it.
  parts[AS_OF] = state.asOf ?? null;
  return parts;
}

const listText = (ids: readonly string[] | undefined) => (ids && ids.length > 0 ? printChoice(ids) : null);
const listFrom = (text: string | null | undefined) =>
  text == null ? [] : parseChoice(text).filter((id) => id !== null);

/** Reads what `addressOf` wrote; parts that cannot be read, and those of other dashboards, are left aside. */
export function stateFromAddress(
  document: DashboardDocument,
  parts: Readonly<Record<string, string | null | undefined>>,
): ReaderState {
  let state: ReaderState = DEFAULT_STATE;
  const levels: Record<string, Unit> = {};
  for (const control of document.controls) {
    const level = UNITS.find((unit) => unit === parts[levelPlace(control.id)]);
    if (level) levels[control.id] = level;
    const text = parts[heldInAddress(control, state).place];
    if (text != null) state = withHeldText(state, control, text);
  }
  const drills: Record<string, string> = {};
  const picks: Record<string, Pick> = {};
  const compare: Record<string, OwnBaseline[]> = {};
  for (const visual of document.visuals) {
    const drill = parts[drillPlace(visual.id)];
    if (drill != null) drills[visual.id] = drill;
    const own = listFrom(parts[comparePlace(visual.id)]).slice(0, MOST_BASELINES);
    if (own.length > 0) compare[visual.id] = own.map((entry) => ({ text: entry }));
    const text = parts[pickPlace(visual.id)];
    const pick = text == null || !isPickSource(visual) ? null : parseJson(pickSchema, text);
    if (pick) picks[visual.id] = pick;
  }
  const asOf = parts[AS_OF];
  return stateFor(document, {
    ...state,
    levels,
    drills,
    picks,
    compare,
    off: listFrom(parts[OFF]),
    turned: listFrom(parts[TURNED]),
    ...(asOf != null && parseIsoDay(asOf) !== undefined ? { asOf } : {}),
  });
}
