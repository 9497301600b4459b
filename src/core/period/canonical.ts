import { parsePhrase } from './parse';
import { printPhrase } from './print';

/** The canonical form of a phrase's text; a text that cannot be read stays as it is. */
export function canonicalText(text: string): string {
  const parsed = parsePhrase(text);
  return parsed.ok ? printPhrase(parsed.phrase) : text;
}
