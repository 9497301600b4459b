/** A mistake that a person can mend, told apart from a bug: it carries a code and a sentence. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: number = 400,
    readonly details?: unknown,
  ) {
    super(message);
    this.name = 'Problem';
  }
}
