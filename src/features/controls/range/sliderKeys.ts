/** What keys mean on the window of a range slider and on its ends. */
import type { Span } from '../ribbon';
import { movedByDays, steppedSide, steppedSpan, withSide, type Track } from './track';

export type SliderPart = 'start' | 'end' | 'body';

/** Steps of the control, to the left where negative. */
const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowDown: -1,
  ArrowRight: 1,
  ArrowUp: 1,
  PageDown: -10,
  PageUp: 10,
};

/** The window that a key makes; null where it stays as it is, undefined for keys that mean nothing here. */
export function spanByKey(track: Track, span: Span, part: SliderPart, key: string): Span | null | undefined {
  const by = STEPS[key];
  if (by !== undefined)
    return part === 'body' ? (steppedSpan(track, span, by) ?? null) : steppedSide(track, span, part, by);
  const edge = { Home: track.first, End: track.last }[key];
  if (edge === undefined) return undefined;
  if (part !== 'body') return withSide(track, span, part, edge);
  return movedByDays(track, span, edge < span.start ? edge - span.start : edge - span.end);
}
