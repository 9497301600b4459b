'use client';
/** Values of the server's that are changed here: what is wanted is shown at once, and what was wanted last is sent. */
import { useState } from 'react';

type Send<T> = (wanted: T) => Promise<unknown>;

/** Sends one value at a time; of those wanted meanwhile only the last one. */
export class LatestWanted<T> {
  private sending = false;
  private next: { readonly value: T; readonly send: Send<T> } | null = null;

  /** `onSettled` is told when nothing is wanted any more that was not sent. */
  constructor(private readonly onSettled: () => void) {}

  want(value: T, send: Send<T>): void {
    this.next = { value, send };
    if (!this.sending) void this.run();
  }

  private async run() {
    this.sending = true;
    while (this.next) {
      const { value, send } = this.next;
      this.next = null;
      // Whoever sends tells what went wrong; the known value is then shown again.
      await send(value).catch(() => undefined);
    }
    this.sending = false;
    this.onSettled();
  }
}

/**
 * What to show of a value that the server knows, and how to want another. `send` resolves once the known value is the
 * server's new one; when it rejects, the known value is shown again.
 */
export function useWanted<T>(known: T, send: Send<T>): readonly [T, (wanted: T) => void] {
  const [wanted, setWanted] = useState<{ readonly value: T } | null>(null);
  const [queue] = useState(() => new LatestWanted<T>(() => setWanted(null)));
  const want = (value: T) => {
    setWanted({ value });
    queue.want(value, send);
  };
  return [wanted ? wanted.value : known, want];
}
