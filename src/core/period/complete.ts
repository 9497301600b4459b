/** Completions: the words that could stand at a place of a phrase. */
import type { IToken } from 'chevrotain';
import { beginsOwnBaseline, nextWords } from './parse';
import { lexer, SPACE } from './tokens';

export interface Completion {
  /** What the word would stand in the place of: offsets into the text, `to` exclusive. */
  readonly from: number;
  readonly to: number;
  readonly words: readonly string[];
}

/** The completions at an offset: of the word that ends there, else of a new one. Baselines too when asked. */
export function completePhrase(text: string, offset: number, withBaselines = false): Completion {
  let from = offset;
  while (from > 0 && !SPACE.test(text[from - 1]!) && !'/,'.includes(text[from - 1]!)) from--;
  const begun = text.slice(from, offset).toLowerCase();
  const before = text.slice(0, from);
  const { tokens } = lexer.tokenize(before);
  const words = nextWords('phrase', before);
  if (withBaselines && tokens.length === 0) words.unshift('previous', 'same');
  if (withBaselines && (beginsOwnBaseline(tokens) || isPrevious(tokens))) {
    words.unshift(...nextWords('ownBaseline', before));
  }
  return {
    from,
    to: offset,
    words: [...new Set(words)].filter((word) => word.startsWith(begun) && word !== begun),
  };
}

/** "previous" may begin a baseline of its own or a phrase. */
function isPrevious(tokens: readonly IToken[]): boolean {
  return tokens.length === 1 && /^previous$/i.test(tokens[0]!.image);
}
