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
 * Seconds that each answer took. Whoever asks waits for a core, first come first served; no more is known of the server
 * than how long questions take alone, so whatever they hold each other up by beside cores is not in it.
 */
export function simulateReaders(
  { readers, turns, pause, cores, alone }: Simulated,
  random: Random,
): readonly number[] {
  const look = () => pause * (0.5 + random.next());
  const events = new Queue<{ readonly turns: number }>();
  const free = new Queue<null>();
  for (let core = 0; core < cores; core++) free.put(0, null);
  for (let reader = 0; reader < readers; reader++) events.put(look(), { turns });
  const times: number[] = [];
  for (let next = events.take(); next; next = events.take()) {
    const begun = Math.max(next.at, free.take()!.at);
    const ended = begun + alone[random.whole(0, alone.length - 1)]!;
    free.put(ended, null);
    times.push(ended - next.at);
    const left = next.value.turns - 1;
    if (left > 0) events.put(ended + look(), { turns: left });
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
