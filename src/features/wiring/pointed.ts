/** What the pointer or the focus is on: a control, what it acts on, or a crosspoint of both. */
export interface Pointed {
  readonly control?: string;
  readonly target?: string;
}
