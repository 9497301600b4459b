/** Picks and sweeps: marks of a visual that a reader chose, and how they act on other items. */
import { z } from 'zod';
import { ALL_DAYS, subtractRuns, type DayRuns } from '../../calendar/runs';
import { parsePhrase } from '../../period/parse';
import { staysFixed } from '../../period/phrase';
import { resolvePhrase } from '../../period/resolve';
import type { CalendarRule } from '../../calendar/rule';
import type { Dimension } from '../../model/dimension';
import { kindOf, type MeasuredVisual, type Visual } from '../document/visuals';

const value = z.string().max(500).nullable();

/** What a reader chose on a visual: days, groups, or (in a crosstab) both. */
export const pickSchema = z
  .object({
    days: z.string().min(1).max(4000).nullable().describe('Chosen days, as a fixed period phrase'),
    keys: z
      .array(z.array(value).min(1).max(3))
      .max(500)
      .describe('Chosen groups, each by its values of the visual’s dimensions; fewer stand for all below'),
    exclude: z.boolean().describe('Whether what is chosen is left out, in the place of all else'),
  })
  .refine((pick) => !pick.exclude || canLeaveOut(pick), {
    message: 'Days and groups together cannot be left out',
  });
export type Pick = z.infer<typeof pickSchema>;

/** Whether all but what is chosen can be shown: days alone, or groups alone. */
export function canLeaveOut(pick: { days: string | null; keys: readonly (readonly unknown[])[] }): boolean {
  return pick.days === null || pick.keys.length === 0;
}

export const NO_PICK: Pick = { days: null, keys: [], exclude: false };

type Keys = readonly (readonly (string | null)[])[];

/** Where the pick of a visual stands among the settings. */
export const pickKey = (visual: string) => `pick ${visual}`;

export const isEmptyPick = (pick: Pick) => pick.days === null && pick.keys.length === 0;

/** A visual whose marks can be chosen, and are. */
export type PickSource = MeasuredVisual & { readonly picks: true };

/** Whether a visual has marks that can be chosen: not a single figure, not a table of rows. */
export function canPick(visual: Visual): visual is MeasuredVisual {
  return kindOf(visual).marks(visual) !== null;
}

/** Whether a visual acts on others by what is chosen on it. */
export function isPickSource(item: { readonly id: string }): item is PickSource {
  return 'picks' in item && item.picks === true && canPick(item as Visual);
}

/** The dimensions by whose values the marks of a visual are chosen, the outer one first. */
export const pickDimensions = (visual: Visual): readonly Dimension[] =>
  kindOf(visual).marks(visual)?.dimensions ?? [];

/** Whether days can be chosen on a visual. */
export const picksDays = (visual: Visual): boolean => kindOf(visual).marks(visual)?.days === true;

/** The days of a pick; null where it names none, or not by a fixed phrase. */
export function pickedDays(pick: Pick, rule: CalendarRule): DayRuns | null {
  if (pick.days === null) return null;
  const parsed = parsePhrase(pick.days);
  if (!parsed.ok || !staysFixed(parsed.phrase)) return null;
  const anchor = { base: { kind: 'today' as const }, steps: [] };
  const resolved = resolvePhrase(parsed.phrase, { rule, today: 0, asOf: null, anchor, data: [] });
  return resolved.ok ? resolved.runs : null;
}

/** The days that a pick keeps. */
export const keptDays = (days: DayRuns, exclude: boolean): DayRuns =>
  exclude ? subtractRuns(ALL_DAYS, days) : days;

const sameKey = (a: readonly (string | null)[], b: readonly (string | null)[]) =>
  a.length === b.length && a.every((entry, i) => entry === b[i]);

/**
 * The groups chosen after one was clicked. Without `add` it takes the place of the others (or goes, where it was the
 * only one); with it, it joins or leaves them, in the place of groups inside it and of those that it lies in.
 */
export function toggledKeys(keys: Keys, key: readonly (string | null)[], add: boolean): (string | null)[][] {
  const has = keys.some((entry) => sameKey(entry, key));
  if (!add) return has && keys.length === 1 ? [] : [[...key]];
  if (has) return keys.filter((entry) => !sameKey(entry, key)).map((entry) => [...entry]);
  const apart = keys.filter((entry) => {
    const depth = Math.min(entry.length, key.length);
    return !sameKey(entry.slice(0, depth), key.slice(0, depth));
  });
  return [...apart, key].map((entry) => [...entry]);
}

/** Whether a group is chosen, itself or as a part of one that is. */
export function isPickedKey(pick: Pick, key: readonly (string | null)[]): boolean {
  if (pick.keys.length === 0) return true;
  const chosen = pick.keys.some(
    (entry) => entry.every((part, i) => part === key[i]) && entry.length <= key.length,
  );
  return chosen !== pick.exclude;
}
