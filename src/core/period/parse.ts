/** Reads period phrases, points and baselines. Never throws on what a person typed. */
import { EOF, type IToken } from 'chevrotain';
import { grammar } from './grammar';
import { nearestWord } from './nearestWord';
import type { Baseline, Parsed, Phrase, PhraseError, PhraseErrorCode, Point } from './phrase';
import { WordProblem } from './words';
import { Fiscal, Full, Last, lexer, Same, SPACE, Span, WORDS } from './tokens';

const SENTENCES: Record<PhraseErrorCode, (word: string) => string> = {
  empty: () => 'Type a period, such as last 13 full weeks, this month to date or 2026-03.',
  unexpected: (word) => (word ? `“${word}” does not fit here.` : 'Something is missing at the end.'),
  'no-such-day': (word) => `There is no day ${word}.`,
  'no-such-week': (word) => `There is no week ${word}.`,
  'bad-count': (word) => `${word} is no count: write a whole number from 1 to 9999.`,
  'bad-day-of-month': (word) =>
    /^\d+$/.test(word)
      ? `A month has no day ${word}: write a number from 1 to 31.`
      : `Days are numbered in months and fiscal months only, not in “${word}”.`,
  reversed: (word) => `${word} ends before it starts. Swap its two ends.`,
  'anchor-on-fixed': (word) => `“${word}” has no effect on fixed days. Leave it out.`,
  'out-of-range': (word) => `${word} reaches outside the years 0001 to 9999.`,
};

/**
 * An error of a phrase at a place of its text. What could stand there, and the sentence with a guess at what was
 * meant, are worked out when first read: that takes far longer than reading the phrase, and is seldom shown.
 */
export function phraseError(
  code: PhraseErrorCode,
  text: string,
  from: number,
  to: number,
  expectedThere: () => readonly string[] = () => [],
): PhraseError {
  let words: readonly string[] | undefined;
  return {
    code,
    from,
    to,
    get expected() {
      return (words ??= expectedThere());
    },
    get message() {
      const word = text.slice(from, to);
      const near = code === 'unexpected' ? nearestWord(word, this.expected) : undefined;
      return `${SENTENCES[code](word)}${near === undefined ? '' : ` Did you mean “${near}”?`}`;
    },
  };
}

type Rule = 'phrase' | 'ownBaseline' | 'anchor';

const isBlank = (text: string) => [...text].every((character) => SPACE.test(character));

/** Whether the words begin a baseline that is no phrase. */
export function beginsOwnBaseline(tokens: readonly IToken[]): boolean {
  const [first, second] = tokens;
  if (first?.tokenType === Same) return true;
  return first?.tokenType === Last && /^previous$/i.test(first.image) && second?.tokenType === Span;
}

type Attempt<T> =
  | { readonly ok: true; readonly phrase: T }
  | { readonly ok: false; readonly code: PhraseErrorCode; readonly from: number; readonly to: number };

function attempt<T>(text: string, rule: Rule, tokens: IToken[]): Attempt<T> {
  const failed = (code: PhraseErrorCode, first: IToken | undefined, last = first): Attempt<T> => ({
    ok: false,
    code,
    from: first?.startOffset ?? text.length,
    to: last ? last.startOffset + last.image.length : text.length,
  });
  grammar.input = tokens;
  try {
    const phrase = grammar[rule]() as T;
    const [error] = grammar.errors;
    if (!error) return { ok: true, phrase };
    return failed('unexpected', Number.isNaN(error.token.startOffset) ? undefined : error.token);
  } catch (problem) {
    if (!(problem instanceof WordProblem)) throw problem;
    return failed(problem.code, problem.first, problem.last);
  }
}

/** The words that could come at the end of a text, as far as it goes; examples for dates and numbers. */
export function nextWords(rule: Rule, text: string): string[] {
  const { tokens } = lexer.tokenize(text);
  const kinds = new Set(grammar.computeContentAssist(rule, tokens).map((entry) => entry.nextTokenType));
  kinds.delete(EOF);
  // What the grammar lets through and its checks then turn away is not offered.
  const leadsOn = (word: string) => {
    const longer = `${text} ${word}`;
    const result = attempt(longer, rule, lexer.tokenize(longer).tokens);
    return result.ok || result.from > text.length + 1;
  };
  const number = takesPlural(tokens) ? (word: string) => word : singular;
  return [...kinds].flatMap((kind) => (WORDS.get(kind) ?? []).map(number)).filter(leadsOn);
}

/** Whether a unit after these words is one of several: `last 7 full …`, but `last …` and `week …`. */
function takesPlural(tokens: readonly IToken[]): boolean {
  const before = [...tokens]
    .reverse()
    .find((token) => token.tokenType !== Full && token.tokenType !== Fiscal);
  return before !== undefined && /^\d+$/.test(before.image) && Number(before.image) !== 1;
}

const singular = (word: string) => word.replace(/^(day|week|month|quarter|year)s$/, '$1');

function read<T>(text: string, rule: Rule): Parsed<T> {
  if (isBlank(text)) {
    return { ok: false, error: phraseError('empty', text, 0, text.length, () => nextWords(rule, '')) };
  }
  const result = attempt<T>(text, rule, lexer.tokenize(text).tokens);
  if (result.ok) return result;
  const { code, from, to } = result;
  return { ok: false, error: phraseError(code, text, from, to, () => nextWords(rule, text.slice(0, from))) };
}

/** Reads a phrase. The first error from the left is given as a value, with its place. */
export function parsePhrase(text: string): Parsed {
  return read<Phrase>(text, 'phrase');
}

/** Reads a point, as anchors are written. */
export function parsePoint(text: string): Parsed<Point> {
  return read<Point>(text, 'anchor');
}

/** Reads a baseline: its own keywords are tried first, then any period phrase. */
export function parseBaseline(text: string): Parsed<Baseline> {
  if (beginsOwnBaseline(lexer.tokenize(text).tokens)) return read<Baseline>(text, 'ownBaseline');
  const parsed = parsePhrase(text);
  return parsed.ok ? { ok: true, phrase: { kind: 'phrase', phrase: parsed.phrase } } : parsed;
}
