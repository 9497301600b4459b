/** A visual as a picture: as it stands, light or dark as the page is, with what is in effect under it. */
import { toBlob, toSvg } from 'html-to-image';

export type PictureFormat = 'png' | 'svg';

/** The letters that most texts are made of. */
const LATIN = /U\+0+-0*FF\b/i;

const asData = (content: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(reader.error ?? new Error('The font could not be read'));
    reader.readAsDataURL(content);
  });

/** The page's own fonts as style rules that need nothing else: a picture has no way to fetch them. */
async function fontRules(): Promise<string> {
  const faces = [...document.styleSheets].flatMap((sheet) => {
    const rules = [...sheet.cssRules].filter((rule) => rule instanceof CSSFontFaceRule);
    return rules.map((rule) => ({ rule, base: sheet.href ?? document.baseURI }));
  });
  const found = await Promise.all(
    faces.map(async ({ rule: { style }, base }) => {
      const range = style.getPropertyValue('unicode-range');
      const address = /url\("?([^")]+)"?\)/.exec(style.getPropertyValue('src'))?.[1];
      if (!address || (range !== '' && !LATIN.test(range))) return '';
      const font = await (await fetch(new URL(address, base))).blob();
      const family = style.getPropertyValue('font-family');
      const weight = style.getPropertyValue('font-weight');
      return `@font-face{font-family:${family};font-weight:${weight};src:url(${await asData(font)}) format("woff2")}`;
    }),
  );
  return found.join('');
}

/** Dots of a PNG for each pixel of the page. */
const SHARPNESS = 2;

/** A copy of an item out of sight, with lines of words under it and without its buttons. */
function laidOut(item: HTMLElement, lines: readonly string[]): HTMLElement {
  const { width, height } = item.getBoundingClientRect();
  const { backgroundColor, color, fontFamily } = getComputedStyle(document.body);
  const frame = document.createElement('div');
  frame.setAttribute('aria-hidden', 'true');
  Object.assign(frame.style, {
    position: 'absolute',
    left: '0',
    top: '0',
    width: `${Math.ceil(width) + 24}px`,
    padding: '12px',
    boxSizing: 'border-box',
    backgroundColor,
    color,
    fontFamily,
    zIndex: '-1',
  });
  const copy = item.cloneNode(true) as HTMLElement;
  copy.removeAttribute('id');
  Object.assign(copy.style, { width: `${width}px`, height: `${height}px`, contain: 'none', opacity: '1' });
  for (const button of copy.querySelectorAll('[data-part=corner]')) button.remove();
  // Words that the page cuts for want of room are whole in a picture.
  for (const line of copy.querySelectorAll<HTMLElement>(':scope > p, :scope h2'))
    Object.assign(line.style, { whiteSpace: 'normal', overflow: 'visible' });
  frame.append(copy);
  for (const line of lines) {
    const words = document.createElement('div');
    words.textContent = line;
    Object.assign(words.style, { fontSize: '11px', marginTop: '6px', opacity: '0.8' });
    frame.append(words);
  }
  return frame;
}

/** The picture of an item of the dashboard; undefined where it is not on the page. `lines`: words under it. */
export async function visualPicture(
  id: string,
  lines: readonly string[],
  format: PictureFormat,
): Promise<Blob | undefined> {
  const item = document.getElementById(`item-${id}`);
  if (!item) return undefined;
  const frame = laidOut(item, lines);
  document.body.append(frame);
  try {
    const options = {
      pixelRatio: SHARPNESS,
      style: { position: 'static', zIndex: 'auto' },
      fontEmbedCSS: await fontRules(),
    };
    if (format === 'png') return (await toBlob(frame, options)) ?? undefined;
    const address = await toSvg(frame, options);
    const text = decodeURIComponent(address.slice(address.indexOf(',') + 1));
    return new Blob([text], { type: 'image/svg+xml' });
  } finally {
    frame.remove();
  }
}
