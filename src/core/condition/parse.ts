/** Reads SQL search conditions. Never throws on what a person typed. */
import { EOF, type IToken, type TokenType } from 'chevrotain';
import {
  ConditionProblem,
  type Condition,
  type ConditionErrorCode,
  type ConditionResult,
} from './expression';
import { grammar } from './grammar';
import { placeOf } from './terms';
import { Identifier, lexer, Parameter, tokenWords, Unclosed } from './tokens';

const error = (
  code: ConditionErrorCode,
  from: number,
  to: number,
  message: string,
): ConditionResult<never> => ({
  ok: false,
  error: { code, from, to, message },
});

/** Levels of parentheses that a person may type. */
const DEEPEST_TYPED = 25;
/** Levels of printed conditions: those that were typed, those that printing makes plain, and groups around them. */
const DEEPEST_PRINTED = 80;

/** Reads a printed condition, perhaps put together from several, each of which was read before. */
export const parsePrinted = (text: string) => parseCondition(text, DEEPEST_PRINTED);

/** Reads a condition; the first error from the left is given as a value, with its place. */
export function parseCondition(text: string, deepest = DEEPEST_TYPED): ConditionResult<Condition> {
  const { tokens } = lexer.tokenize(text);
  if (tokens.length === 0)
    return error(
      'empty',
      0,
      text.length,
      "Type a condition, such as status = 'sailed' AND passengers >= 100.",
    );
  const unclosed = tokens.find((token) => token.tokenType === Unclosed);
  if (unclosed) {
    const quote = unclosed.image[0];
    return error(
      'unclosed',
      unclosed.startOffset,
      text.length,
      `The ${quote} that opens here is never closed.`,
    );
  }
  grammar.deepest = deepest;
  grammar.input = tokens;
  try {
    const value = grammar.condition();
    const [problem] = grammar.errors;
    if (!problem) return { ok: true, value };
    return unexpected(text, Number.isNaN(problem.token.startOffset) ? undefined : problem.token);
  } catch (thrown) {
    if (!(thrown instanceof ConditionProblem)) throw thrown;
    return error(thrown.code, thrown.place.from, thrown.place.to, thrown.message);
  }
}

function unexpected(text: string, token: IToken | undefined): ConditionResult<never> {
  const place = token ? placeOf(token) : { from: text.length, to: text.length };
  const there = [...new Set(nextTokens(text.slice(0, place.from)).map(tokenWords))];
  const listed = there.slice(0, 6).join(', ');
  const expected = listed === '' ? '' : ` Here could stand: ${listed}${there.length > 6 ? ' …' : ''}.`;
  const words = token ? `“${token.image}” does not fit here.` : 'Something is missing at the end.';
  const hint = token?.image === '==' ? ' Equality is a single =.' : '';
  return error('unexpected', place.from, place.to, `${words}${hint}${expected}`);
}

/** The kinds of tokens that can come after a text. */
function nextTokens(text: string): TokenType[] {
  const { tokens } = lexer.tokenize(text);
  const kinds = new Set(
    grammar.computeContentAssist('condition', tokens).map((entry) => entry.nextTokenType),
  );
  kinds.delete(EOF);
  return [...kinds];
}

/** What could be typed at an offset: words in the place of what was begun there. */
export interface ConditionCompletion {
  readonly from: number;
  readonly words: readonly string[];
}

/** Completions at an offset: keywords, and the columns (as they are written) where one can stand. */
export function completeCondition(
  text: string,
  offset: number,
  columns: readonly string[],
  parameters: readonly string[] = [],
): ConditionCompletion {
  const begun = /"[^"]*$|:?[\p{L}\p{N}_]*$/u.exec(text.slice(0, offset))![0];
  const from = offset - begun.length;
  const before = text.slice(0, from);
  // Inside a text nothing is completed.
  if ((before.match(/'/g) ?? []).length % 2 === 1) return { from: offset, words: [] };
  const kinds = nextTokens(before);
  const words = kinds.flatMap((kind) => {
    if (kind === Identifier) return [...columns];
    if (kind === Parameter) return parameters.map((name) => `:${name}`);
    const word = tokenWords(kind);
    return /^[A-Z_]+$/.test(word) ? [word] : [];
  });
  const start = begun.replace(/^"/, '').toLowerCase();
  const fits = (word: string) => word.replace(/^"/, '').toLowerCase().startsWith(start) && word !== begun;
  return { from, words: [...new Set(words)].filter(fits) };
}
