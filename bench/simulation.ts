/** Readers who ask a server, look at what came, and ask again: how long they wait, by discrete events. */
import type { Random } from '../demo/random';

export interface Simulated {
  readonly readers: number;
  /** Questions of each reader. */
  readonly turns: number;
  /** Seconds that a reader looks at what came, on average; each time half to one and a half of it. */
  readonly pause: number;
  /** Questions that are worked on at once: cores, whichever process they belong to. */
  readonly cores: number;
  /** How long a question takes where nobody else asks, in seconds, as it was measured. */
  readonly alone: readonly number[];
  /** The same where as many ask as there are cores: they share caches, threads and who sends their answers. */
  readonly beside?: readonly number[];
  /** How long each of the two questions takes with which a reader opens a dashboard; none where it is open already. */
  readonly opening?: readonly number[];
}

/** Smallest first, by a binary heap. */
class Queue<T> {
  private readonly entries: { at: number; value: T }[] = [];

  put(at: number, value: T): void {
    const { entries } = this;
    entries.push({ at, value });
    for (let i = entries.length - 1; i > 0;) {
      const parent = (i - 1) >> 1;
      if (entries[parent]!.at <= entries[i]!.at) break;
      [entries[parent], entries[i]] = [entries[i]!, entries[parent]!];
      i = parent;
    }
  }

  take(): { at: number; value: T } | undefined {
    const { entries } = this;
    const first = entries[0];
    const last = entries.pop();
    if (!first || !last || entries.length === 0) return first;
    entries[0] = last;
    for (let i = 0; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      const least = [left, right].reduce(
        (best, child) => (child < entries.length && entries[child]!.at < entries[best]!.at ? child : best),
        i,
      );
      if (least === i) return first;
      [entries[least], entries[i]] = [entries[i]!, entries[least]!];
      i = least;
    }
  }
}

/**
 * Seconds that each answer took. Whoever asks waits for a core, first come first served; a question takes as long as one
 * beside others once half of the cores have others.
 */
export function simulateReaders(
  { readers, turns, pause, cores, alone, beside = alone, opening = [] }: Simulated,
  random: Random,
): readonly number[] {
  const look = () => pause * (0.5 + random.next());
  const events = new Queue<{ readonly turns: number; readonly openings: number }>();
  const oneOf = (times: readonly number[]) => times[random.whole(0, times.length - 1)]!;
  /** When each core is free again. */
  const free = new Float64Array(cores);
  for (let reader = 0; reader < readers; reader++)
    events.put(look(), { turns, openings: opening.length > 0 ? 2 : 0 });
  const times: number[] = [];
  for (let next = events.take(); next; next = events.take()) {
    const core = free.indexOf(Math.min(...free));
    const begun = Math.max(next.at, free[core]!);
    const others = free.reduce((count, at) => count + Number(at > begun), 0);
    const { openings } = next.value;
    const ended = begun + oneOf(openings > 0 ? opening : others >= cores / 2 ? beside : alone);
    free[core] = ended;
    if (openings === 0) times.push(ended - next.at);
    const left = next.value.turns - (openings === 0 ? 1 : 0);
    const following = { turns: left, openings: Math.max(0, openings - 1) };
    if (left > 0) events.put(openings === 2 ? ended : ended + look(), following);
  }
  return times;
}

/** The line through two points of a cost that grows with the number of rows: fixed, and for each row. */
export function lineThrough(
  [rows, cost]: readonly [number, number],
  [more, dearer]: readonly [number, number],
): { readonly fixed: number; readonly each: number } {
  const each = (dearer - cost) / (more - rows);
  return { fixed: Math.max(0, cost - each * rows), each };
}
