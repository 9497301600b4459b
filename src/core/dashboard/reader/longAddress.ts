/** Addresses too long for a server: their longest parts go behind the #, which a browser keeps to itself. */

type Parts = Readonly<Record<string, string | null>>;

/** Servers refuse a request whose address and headers are longer than 8 to 16 thousand characters. */
export const LONGEST_QUERY = 6000;

const lengthOf = (place: string, text: string) =>
  encodeURIComponent(place).length + encodeURIComponent(text).length + 2;

/** The parts of an address that fit its query, and the others as a fragment (without #; empty where all fit). */
export function splitAddress(
  parts: Parts,
  longest = LONGEST_QUERY,
): { readonly query: Record<string, string | null>; readonly fragment: string } {
  const query: Record<string, string | null> = { ...parts };
  const longestFirst = Object.entries(parts)
    .flatMap(([place, text]) => (text === null ? [] : [{ place, text, length: lengthOf(place, text) }]))
    .sort((a, b) => b.length - a.length);
  let length = longestFirst.reduce((total, part) => total + part.length, 0);
  const fragment = new URLSearchParams();
  for (const part of longestFirst) {
    if (length <= longest) break;
    length -= part.length;
    query[part.place] = null;
    fragment.set(part.place, part.text);
  }
  return { query, fragment: fragment.toString() };
}

/** The parts of an address with those of its fragment (with or without #); places that are not known are left aside. */
export function joinedAddress(query: Parts, fragment: string): Record<string, string | null> {
  const behind = new URLSearchParams(fragment.replace(/^#/, ''));
  return Object.fromEntries(Object.entries(query).map(([place, text]) => [place, text ?? behind.get(place)]));
}
