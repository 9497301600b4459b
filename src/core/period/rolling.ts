/** What a reader may switch on a rolling phrase: whether the day of today counts, and whether only finished units do. */
import { parsePhrase } from './parse';
import { isFixedPhrase, type Point, type RollingPhrase } from './phrase';
import { printPhrase, printPoint } from './print';

export const ROLLING_SWITCHES = ['today counts', 'only finished'] as const;
export type RollingSwitch = (typeof ROLLING_SWITCHES)[number];

const DAYS = ['today', 'yesterday'];

/** A rolling phrase, and the point that it says it counts from; undefined for any other phrase. */
function rollingOf(text: string): { phrase: RollingPhrase; from: Point | null } | undefined {
  const parsed = parsePhrase(text);
  if (!parsed.ok || parsed.phrase.kind === 'except') return undefined;
  const { phrase } = parsed;
  if (phrase.kind === 'counted') return { phrase: phrase.phrase, from: phrase.from };
  return isFixedPhrase(phrase) ? undefined : { phrase, from: null };
}

/** Kinds that end with the day they are counted from, unless they count whole units that are over. */
const endsWithItsDay = (phrase: RollingPhrase) =>
  phrase.kind === 'to date' || phrase.kind === 'days of data' || (phrase.kind === 'last' && !phrase.full);

/** Whether a switch is on for a phrase; undefined where it makes no difference that could be told. */
export function isSwitchedOn(text: string, which: RollingSwitch, anchor: Point): boolean | undefined {
  const rolling = rollingOf(text);
  if (!rolling) return undefined;
  const { phrase, from } = rolling;
  if (which === 'only finished')
    return phrase.kind === 'last' && phrase.unit !== 'day' ? phrase.full : undefined;
  const point = printPoint(from ?? anchor);
  return endsWithItsDay(phrase) && DAYS.includes(point) ? point === 'today' : undefined;
}

/** The phrase with a switch turned on or off; as it is where the switch does not apply. */
export function withSwitch(text: string, which: RollingSwitch, on: boolean, anchor: Point): string {
  if (isSwitchedOn(text, which, anchor) === undefined) return text;
  const { phrase, from } = rollingOf(text)!;
  if (which === 'only finished')
    return printed({ ...(phrase as Extract<RollingPhrase, { kind: 'last' }>), full: on }, from, anchor);
  return printed(phrase, { base: { kind: on ? 'today' : 'yesterday' }, steps: [] }, anchor);
}

/** "counted from" is only said where it differs from what the control counts from anyway. */
function printed(phrase: RollingPhrase, from: Point | null, anchor: Point): string {
  const isPlain = from === null || printPoint(from) === printPoint(anchor);
  return printPhrase(isPlain ? phrase : { kind: 'counted', phrase, from });
}

/** The phrase as it would be without the day that a switch may have put behind it. */
export function withoutSwitchedDay(text: string): string {
  const rolling = rollingOf(text);
  return rolling?.from && DAYS.includes(printPoint(rolling.from)) ? printPhrase(rolling.phrase) : text;
}

/** A phrase with switches turned as they are in another one, where they apply to both. */
export function switchedLike(
  text: string,
  other: string,
  switches: readonly RollingSwitch[],
  anchor: Point,
): string {
  return switches.reduce((made, which) => {
    const on = isSwitchedOn(other, which, anchor);
    return on === undefined ? made : withSwitch(made, which, on, anchor);
  }, text);
}
