/** What keys mean on the window of a timeline and on its ends. */
import { movedBy, steppedByLength, stepFrom, tileAt, withEndAt, type Ribbon, type Span } from '../ribbon';

export type RibbonPart = 'start' | 'end' | 'body';

type RibbonAction =
  /** Another window, with the day of it that has to be in view. */
  | { readonly kind: 'window'; readonly span: Span; readonly day: number }
  | { readonly kind: 'none' | 'clear' }
  | { readonly kind: 'level'; readonly by: 1 | -1 };

/** How many tiles make one unit of the scale above. */
function tilesPerScale(ribbon: Ribbon): number {
  return (
    { day: 30, week: 4, month: 12, quarter: 4, year: 5, 'fiscal month': 12 }[ribbon.level as string] ?? 4
  );
}

/** By how many tiles a key moves, to the left where negative; undefined for other keys. */
function tilesBy(ribbon: Ribbon, key: string): number | undefined {
  const far = tilesPerScale(ribbon);
  return {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -far,
    PageUp: far,
    Home: -ribbon.tiles.length,
    End: ribbon.tiles.length,
  }[key];
}

function moved(ribbon: Ribbon, span: Span, part: RibbonPart, by: number): RibbonAction {
  if (part === 'body') {
    const next = movedBy(ribbon, span, by);
    return { kind: 'window', span: next, day: by > 0 ? next.end : next.start };
  }
  const next = withEndAt(ribbon, span, part, stepFrom(ribbon, tileAt(ribbon, span[part]), by));
  return { kind: 'window', span: next, day: next[part] };
}

/** Brackets step by the window's own length, braces move its end. */
function stepped(ribbon: Ribbon, span: Span, key: string): RibbonAction | undefined {
  const byLength = { '[': -1, ']': 1 }[key] as 1 | -1 | undefined;
  if (byLength !== undefined) {
    const next = steppedByLength(ribbon, span, byLength);
    return next
      ? { kind: 'window', span: next, day: byLength === -1 ? next.start : next.end }
      : { kind: 'none' };
  }
  const byEnd = { '{': -1, '}': 1 }[key];
  return byEnd === undefined ? undefined : moved(ribbon, span, 'end', byEnd);
}

/** What a key does on a part of the window; undefined for those that mean nothing here. */
export function ribbonAction(
  ribbon: Ribbon,
  span: Span,
  part: RibbonPart,
  { key, shiftKey }: { key: string; shiftKey: boolean },
): RibbonAction | undefined {
  const by = tilesBy(ribbon, key);
  if (by !== undefined) return moved(ribbon, span, part === 'body' && shiftKey ? 'end' : part, by);
  if (key === 'Delete' || key === 'Backspace') return { kind: 'clear' };
  if (key === '+' || key === '=') return { kind: 'level', by: -1 };
  if (key === '-') return { kind: 'level', by: 1 };
  return stepped(ribbon, span, key);
}
