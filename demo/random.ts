/** Random numbers that are the same for the same seed (mulberry32, public domain). */
export class Random {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** From 0 up to, not including, 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  /** A whole number from `low` to `high`, both inclusive. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  chance(probability: number): boolean {
    return this.next() < probability;
  }

  /** One of the entries, by their weights. */
  weighted<T>(entries: readonly (readonly [T, number])[]): T {
    const total = entries.reduce((sum, [, weight]) => sum + weight, 0);
    let at = this.next() * total;
    for (const [entry, weight] of entries) {
      at -= weight;
      if (at < 0) return entry;
    }
    return entries[entries.length - 1]![0];
  }

  /** A count around a mean (sum of uniform numbers, close to a normal one). */
  around(mean: number, spread: number): number {
    const normal = this.next() + this.next() + this.next() + this.next() - 2;
    return Math.max(0, Math.round(mean + normal * spread));
  }
}
