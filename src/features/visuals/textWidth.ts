/** Widths of texts in the interface's type, and texts cut to a width. */

/** Roughly the width of a character at a size of 1, where nothing can be measured. */
const ROUGH = 0.53;

let context: CanvasRenderingContext2D | null | undefined;
const known = new Map<string, number>();
/** Widths that are kept; names come and go with the data. */
const MOST_KEPT = 5000;

function measured(text: string, size: number): number {
  if (context === undefined) {
    try {
      context = document.createElement('canvas').getContext('2d');
    } catch {
      context = null;
    }
  }
  if (!context) return text.length * size * ROUGH;
  const family = getComputedStyle(document.body).fontFamily;
  context.font = `450 ${size}px ${family}`;
  return context.measureText(text).width;
}

/** The width of a text in pixels, at a size in pixels. */
export function textWidth(text: string, size: number): number {
  const key = `${size} ${text}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  if (known.size >= MOST_KEPT) known.clear();
  const width = measured(text, size);
  known.set(key, width);
  return width;
}

/** A text that is no wider than so many pixels: whole, or cut at its end with an ellipsis. */
export function fitted(text: string, width: number, size: number): string {
  if (textWidth(text, size) <= width) return text;
  let [least, most] = [0, text.length - 1];
  while (least < most) {
    const middle = Math.ceil((least + most) / 2);
    if (textWidth(`${text.slice(0, middle).trimEnd()}…`, size) <= width) least = middle;
    else most = middle - 1;
  }
  return `${text.slice(0, least).trimEnd()}…`;
}
