/** The days that a control offers, and what its rolling phrases count from. */
import { ALL_DAYS, intersectRuns, unionRuns, type DayRuns } from '../../calendar/runs';
import { parsePoint } from '../../period/parse';
import type { Point } from '../../period/phrase';
import type { DashboardDocument, TimeControl } from '../document/document';

const ANCHOR_TODAY: Point = { base: { kind: 'today' }, steps: [] };

/** The days that a control offers, from those of each dataset that it reaches. */
export function offeredOf(control: Pick<TimeControl, 'offer'>, covered: readonly DayRuns[]): DayRuns {
  if (control.offer === 'union') return unionRuns(...covered);
  return covered.length === 0 ? [] : covered.reduce((all, days) => intersectRuns(all, days), ALL_DAYS);
}

/** The point that a control's rolling phrases count from; a text that cannot be read stands for today. */
export function anchorOf(document: DashboardDocument, control: { readonly anchor: string | null }): Point {
  const parsed = parsePoint(control.anchor ?? document.anchor);
  return parsed.ok ? parsed.phrase : ANCHOR_TODAY;
}
