/** Numbers in ordered bins, each of which holds ten finer ones: 0–99 › 0–9; and ranges put together of bins. */
import { intersectRuns, subtractRuns, unionRuns, type DayRun, type DayRuns } from '../calendar/runs';
import type { NumberBounds, NumberEnds } from './numberBounds';
import { numberWords } from '../locale';

/** Bins at the top at most. */
const MOST_BINS = 12;
/** Finer bins in one. */
const FINER = 10;

export interface NumberBin extends NumberEnds {
  readonly low: number;
  /** The last number of so many decimal places in it (inclusive). */
  readonly high: number;
  readonly width: number;
  readonly checked: 'all' | 'some' | 'none';
}

const power = (exponent: number) => Number(`1e${exponent}`);
const tidy = (value: number) => Number(value.toPrecision(15)) + 0;

/** The width of the bins at the top: the least power of ten that leaves at most twelve of them. */
export function binWidth(least: number, greatest: number, scale: number): number {
  let exponent = -scale;
  const count = (width: number) => Math.floor(greatest / width) - Math.floor(least / width) + 1;
  while (count(power(exponent)) > MOST_BINS) exponent++;
  return power(exponent);
}

/** Ranges as runs of whole steps of the last decimal place: sets of them then follow the arithmetic of days. */
function runsOf(bounds: NumberBounds, scale: number): DayRuns {
  const step = (value: number | null, open: number) =>
    value === null ? open : Math.round(value * power(scale));
  return unionRuns(
    rangesOf(bounds).map(({ low, high }) => ({ start: step(low, -Infinity), end: step(high, Infinity) })),
  );
}

/** The ranges of bounds; none where one of them is open at both ends, so that every row is let be. */
export function rangesOf({ low, high, also = [] }: NumberBounds): NumberEnds[] {
  const ranges = [{ low, high }, ...also];
  return ranges.some((range) => range.low === null && range.high === null) ? [] : ranges;
}

function boundsOf(runs: DayRuns, scale: number): NumberBounds {
  const value = (steps: number) => (Number.isFinite(steps) ? tidy(steps / power(scale)) : null);
  const [first, ...also] = runs.map((run) => ({ low: value(run.start), high: value(run.end) }));
  if (!first) return { low: null, high: null };
  return also.length === 0 ? first : { ...first, also };
}

/** The bins of a width that meet a range of numbers (both ends inclusive), and how far each is chosen. */
export function binsIn(
  least: number,
  greatest: number,
  width: number,
  scale: number,
  chosen: NumberBounds,
): NumberBin[] {
  const runs = runsOf(chosen, scale);
  const bins: NumberBin[] = [];
  const last = Math.floor(tidy(greatest / width));
  for (let i = Math.floor(tidy(least / width)); i <= last; i++) {
    const low = tidy(i * width);
    const high = tidy((i + 1) * width - power(-scale));
    bins.push({ low, high, width, checked: checkedOf(runs, runOf({ low, high }, scale)) });
  }
  return bins;
}

/** The finer bins of a bin; none where it is a single number. */
export function binsBelow(bin: NumberBin, scale: number, chosen: NumberBounds): NumberBin[] {
  const width = tidy(bin.width / FINER);
  return width < power(-scale) ? [] : binsIn(bin.low, bin.high, width, scale, chosen);
}

const runOf = ({ low, high }: { low: number; high: number }, scale: number): DayRun => ({
  start: Math.round(low * power(scale)),
  end: Math.round(high * power(scale)),
});

function checkedOf(chosen: DayRuns, bin: DayRun): NumberBin['checked'] {
  const within = intersectRuns(chosen, [bin]);
  if (within.length === 0) return 'none';
  const isWhole = within.length === 1 && within[0]!.start === bin.start && within[0]!.end === bin.end;
  return isWhole ? 'all' : 'some';
}

/** The bounds after a bin was clicked: it comes in, or, where it was in, goes out. */
export function toggledBin(chosen: NumberBounds, bin: NumberBin, scale: number): NumberBounds {
  const run = [runOf(bin, scale)];
  const runs = runsOf(chosen, scale);
  return boundsOf(bin.checked === 'all' ? subtractRuns(runs, run) : unionRuns(runs, run), scale);
}

/** Whether a number lies in the bounds; a missing one never does where there is a bound. */
export function isWithin(bounds: NumberBounds, value: number | null): boolean {
  const ranges = rangesOf(bounds);
  if (ranges.length === 0) return true;
  return (
    value !== null &&
    ranges.some(({ low, high }) => (low === null || value >= low) && (high === null || value <= high))
  );
}

/** "from 1 to 5 or from 10"; null where every number is let be. */
export function boundsWords(bounds: NumberBounds): string | null {
  const words = rangesOf(bounds).map(({ low, high }) =>
    [
      ...(low === null ? [] : [`from ${numberWords(low)}`]),
      ...(high === null ? [] : [`to ${numberWords(high)}`]),
    ].join(' '),
  );
  return words.length === 0 ? null : words.join(' or ');
}
