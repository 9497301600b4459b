/** The words and signs of SQL search conditions. */
import { createToken, Lexer, type TokenType } from 'chevrotain';

/** Letters of plain names; spelled out, since the lexer cannot index patterns with the `u` flag. */
const LETTER = 'A-Za-z_\\u00c0-\\u024f\\u0370-\\u1fff\\u3040-\\ud7ff';
const NAME = `[${LETTER}][${LETTER}0-9]*`;
export const Identifier = createToken({ name: 'Identifier', pattern: new RegExp(NAME) });
const word = (name: string) =>
  createToken({ name, pattern: new RegExp(`${name}\\b`, 'i'), longer_alt: Identifier });
/** A word that is a keyword in its place only: columns are often called so. */
const softWord = (name: string) =>
  createToken({
    name,
    pattern: new RegExp(`${name}\\b`, 'i'),
    longer_alt: Identifier,
    categories: [Identifier],
  });

export const And = word('AND');
export const Or = word('OR');
export const Not = word('NOT');
export const Between = word('BETWEEN');
export const In = word('IN');
export const Like = word('LIKE');
export const Escape = word('ESCAPE');
export const Is = word('IS');
export const Null = word('NULL');
export const DateWord = softWord('DATE');
export const CurrentDate = word('CURRENT_DATE');
export const Interval = word('INTERVAL');
export const Extract = word('EXTRACT');
export const From = word('FROM');
export const For = word('FOR');
export const Upper = word('UPPER');
export const Lower = word('LOWER');
export const Trim = word('TRIM');
export const Substring = word('SUBSTRING');
export const Year = softWord('YEAR');
export const Quarter = softWord('QUARTER');
export const Month = softWord('MONTH');
export const Week = softWord('WEEK');
export const DayWord = softWord('DAY');

const space = createToken({ name: 'Space', pattern: /\s+/, group: Lexer.SKIPPED, line_breaks: true });
/** A name in double quotes, for columns whose names are no plain words; `""` is one quote inside. */
export const QuotedName = createToken({ name: 'QuotedName', pattern: /"(?:[^"]|"")*"/, line_breaks: true });
export const Text = createToken({ name: 'Text', pattern: /'(?:[^']|'')*'/, line_breaks: true });
/** A quote that is never closed. */
export const Unclosed = createToken({ name: 'Unclosed', pattern: /['"][\s\S]*/, line_breaks: true });
/** A host parameter of SQL: a name after a colon. */
export const Parameter = createToken({ name: 'Parameter', pattern: /:[A-Za-z_][A-Za-z0-9_]*/ });
export const NumberText = createToken({ name: 'Number', pattern: /\d+(?:\.\d+)?|\.\d+/ });
const sign = (name: string, pattern: RegExp | string) => createToken({ name, pattern });
export const NotEqual = sign('NotEqual', /<>|!=/);
export const LessEqual = sign('LessEqual', '<=');
export const GreaterEqual = sign('GreaterEqual', '>=');
export const Equal = sign('Equal', '=');
export const Less = sign('Less', '<');
export const Greater = sign('Greater', '>');
export const Plus = sign('Plus', '+');
export const Minus = sign('Minus', '-');
export const Times = sign('Times', '*');
export const Divided = sign('Divided', '/');
export const Open = sign('Open', '(');
export const Close = sign('Close', ')');
export const Comma = sign('Comma', ',');
/** Anything that no condition has. */
const Stray = createToken({ name: 'Stray', pattern: /[^\s]/ });

const KEYWORDS: readonly TokenType[] = [
  And,
  Or,
  Not,
  Between,
  In,
  Like,
  Escape,
  Is,
  Null,
  CurrentDate,
  DateWord,
  Interval,
  Extract,
  From,
  For,
  Upper,
  Lower,
  Trim,
  Substring,
  Year,
  Quarter,
  Month,
  Week,
  DayWord,
];
const SIGNS: readonly TokenType[] = [
  NotEqual,
  LessEqual,
  GreaterEqual,
  Equal,
  Less,
  Greater,
  Plus,
  Minus,
  Times,
  Divided,
  Open,
  Close,
  Comma,
];
export const TOKENS: TokenType[] = [
  space,
  ...KEYWORDS,
  Identifier,
  QuotedName,
  Text,
  Unclosed,
  NumberText,
  Parameter,
  ...SIGNS,
  Stray,
];

export const lexer = new Lexer(TOKENS, { positionTracking: 'onlyOffset', ensureOptimizations: false });

const KEYWORD_NAMES = new Set(KEYWORDS.map((token) => token.name));
const RESERVED = new Set(
  KEYWORDS.filter((token) => !token.CATEGORIES?.includes(Identifier)).map((token) => token.name),
);

/** How a kind of token is written where it is offered or missed. */
export function tokenWords(token: TokenType): string {
  if (KEYWORD_NAMES.has(token.name)) return token.name;
  const known: Record<string, string> = {
    Identifier: 'a column',
    QuotedName: 'a column',
    Text: "'text'",
    Number: 'a number',
    Parameter: 'a value control',
    NotEqual: '<>',
    EOF: 'the end',
  };
  return known[token.name] ?? (typeof token.PATTERN === 'string' ? token.PATTERN : token.name);
}

const PLAIN_NAME = new RegExp(`^${NAME}$`);

/** Whether a name has to be quoted to be read as a column. */
function needsQuotes(name: string): boolean {
  return !PLAIN_NAME.test(name) || RESERVED.has(name.toUpperCase());
}

/** A column's name as a condition writes it. */
export const columnText = (name: string) => (needsQuotes(name) ? `"${name.replaceAll('"', '""')}"` : name);
