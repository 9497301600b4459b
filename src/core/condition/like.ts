/**
 * LIKE patterns: % for any characters, _ for one. Parts between % are looked for from left to right and never looked
 * for again, so that no pattern takes longer than the length of the text times its own.
 */

/** A sign of a pattern: a character, or null for any one. */
type Sign = string | null;

/** A function that tells whether the whole of a text fits a pattern. */
export function likePattern(pattern: string, escape: string | null): (text: string) => boolean {
  const parts = partsOf(pattern, escape);
  const [first, ...rest] = parts;
  const last = rest.pop();
  return (text) => {
    const signs = [...text];
    if (!fitsAt(signs, first!, 0)) return false;
    if (!last) return signs.length === first!.length;
    let at = first!.length;
    for (const part of rest) {
      at = placeOf(signs, part, at);
      if (at < 0) return false;
      at += part.length;
    }
    return signs.length - last.length >= at && fitsAt(signs, last, signs.length - last.length);
  };
}

/** The parts of a pattern between its %. */
function partsOf(pattern: string, escape: string | null): Sign[][] {
  const parts: Sign[][] = [[]];
  const signs = [...pattern];
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i]!;
    const part = parts.at(-1)!;
    if (escape !== null && sign === escape && i + 1 < signs.length) part.push(signs[++i]!);
    else if (sign === '%') parts.push([]);
    else part.push(sign === '_' ? null : sign);
  }
  return parts;
}

function fitsAt(text: readonly string[], part: readonly Sign[], at: number): boolean {
  if (at + part.length > text.length) return false;
  return part.every((sign, i) => sign === null || sign === text[at + i]);
}

/** Where a part fits first, from a place on; -1 where it does not. */
function placeOf(text: readonly string[], part: readonly Sign[], from: number): number {
  for (let at = from; at + part.length <= text.length; at++) if (fitsAt(text, part, at)) return at;
  return -1;
}
