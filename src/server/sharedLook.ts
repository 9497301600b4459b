/** A look at what may change, shared by all who want it at the same time. */
export class SharedLook<T> {
  /** The look that is under way, and the one that all who ask meanwhile share. */
  private running: Promise<T> | null = null;
  private next: Promise<T> | null = null;

  constructor(private readonly read: () => Promise<T>) {}

  /** What is there: never less new than the moment of the call. Rejects where the look does. */
  take(): Promise<T> {
    if (!this.running)
      return (this.running = this.read().finally(() => {
        this.running = null;
      }));
    // The one under way may have begun before a change that is known already, so the next one is waited for.
    this.next ??= this.running
      .catch(() => null)
      .then(() => {
        this.next = null;
        return this.take();
      });
    return this.next;
  }
}
