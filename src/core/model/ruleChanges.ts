/** What another calendar rule would change. */

export interface MovedWindow {
  readonly dashboard: number;
  readonly title: string;
  readonly control: string;
  readonly phrase: string;
  readonly before: string;
  readonly after: string;
  /** Days by which the first and the last day move; null where an end is open. */
  readonly startMoves: number | null;
  readonly endMoves: number | null;
}
export interface RecutVisual {
  readonly dashboard: number;
  readonly title: string;
  readonly visual: string;
  readonly reason: string;
}

export interface RuleChanges {
  readonly windows: readonly MovedWindow[];
  readonly visuals: readonly RecutVisual[];
  /** Dashboards that were looked at. */
  readonly dashboards: number;
}
