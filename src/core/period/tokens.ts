/** The words of period phrases. A word ends at white space, a slash or a comma. */
import { createToken, Lexer, type TokenType } from 'chevrotain';

/** Unicode's White_Space; spelled out, since the `u` flag would also fold letters such as the Kelvin sign. */
const SPACES = '\\t-\\r \\u0085\\u00a0\\u1680\\u2000-\\u200a\\u2028\\u2029\\u202f\\u205f\\u3000';
const WORD_END = `(?![^${SPACES}/,])`;

export const SPACE = new RegExp(`[${SPACES}]`);

/** A whole word in one of some spellings. */
const word = (name: string, spellings: string | readonly string[], categories: TokenType[] = []) =>
  createToken({
    name,
    pattern: new RegExp(`(?:${[spellings].flat().join('|')})${WORD_END}`, 'i'),
    categories,
  });

const Space = createToken({
  name: 'Space',
  pattern: new RegExp(`[${SPACES}]+`),
  group: Lexer.SKIPPED,
  line_breaks: true,
});

/** Any number where a count has to stand; which ones fit is checked afterwards. */
export const Count = createToken({ name: 'Count', pattern: Lexer.NA });
/** Any number with a sign. */
export const Signed = createToken({ name: 'Signed', pattern: Lexer.NA });
/** A fixed period longer than a day, or something of its shape. */
export const LongText = createToken({ name: 'LongText', pattern: Lexer.NA });

export const Slash = createToken({ name: 'Slash', pattern: '/' });
export const Comma = createToken({ name: 'Comma', pattern: ',' });
export const Open = word('Open', '\\.\\.');
export const DayText = word('DayText', '\\d{4}-\\d{2}-\\d{2}');
const Year = word('Year', '\\d{4}', [LongText, Count]);
const OtherLong = word('OtherLong', `(?:FY\\d{4}(?:-[^${SPACES}/,]*)?|\\d{4}-[^${SPACES}/,]*)`, [LongText]);
/** A duration, or something of its shape: parts that are no whole numbers are told as such. */
export const DurationText = word('DurationText', 'P(?:\\d+(?:\\.\\d+)?[YMWD])+');
const SignedNumber = word('SignedNumber', '[+-]\\d+(?:\\.\\d+)?', [Signed, Count]);
const PlainNumber = word('PlainNumber', '\\d+(?:\\.\\d+)?', [Count]);

export const All = word('All', 'all');
export const Last = word('Last', ['last', 'previous', 'past']);
export const This = word('This', 'this');
export const Next = word('Next', ['next', 'coming']);
export const Full = word('Full', 'full');
export const Of = word('Of', 'of');
export const Data = word('Data', 'data');
export const To = word('To', 'to');
export const DateWord = word('DateWord', 'date');
export const And = word('And', 'and');
export const Before = word('Before', 'before');
export const After = word('After', 'after');
export const From = word('From', 'from');
export const Up = word('Up', 'up');
export const Plus = word('Plus', 'plus');
export const Minus = word('Minus', 'minus');
export const Today = word('Today', 'today');
export const Yesterday = word('Yesterday', 'yesterday');
export const Tomorrow = word('Tomorrow', 'tomorrow');
export const Latest = word('Latest', 'latest');
export const Earliest = word('Earliest', 'earliest');
export const So = word('So', 'so');
export const Far = word('Far', 'far');
export const Start = word('Start', 'start');
export const End = word('End', 'end');
export const Counted = word('Counted', 'counted');
export const But = word('But', 'but');
export const Not = word('Not', 'not');
export const Fiscal = word('Fiscal', 'fiscal');
/** "day" alone: it also begins `day D of`. */
export const DayUnit = word('DayUnit', 'days?');
export const WeekUnit = word('WeekUnit', 'weeks?');
export const MonthUnit = word('MonthUnit', 'months?');
export const QuarterUnit = word('QuarterUnit', 'quarters?');
export const YearUnit = word('YearUnit', 'years?');
export const Span = word('Span', 'span');
export const Same = word('Same', 'same');
export const Weekdays = word('Weekdays', 'weekdays?');
export const Earlier = word('Earlier', 'earlier');
export const Times = word('Times', 'times');
const Other = createToken({ name: 'Other', pattern: new RegExp(`[^${SPACES}/,]+`) });

export const TOKENS: TokenType[] = [
  Space,
  Count,
  Signed,
  LongText,
  Slash,
  Comma,
  Open,
  DayText,
  Year,
  OtherLong,
  DurationText,
  SignedNumber,
  PlainNumber,
  All,
  Last,
  This,
  Next,
  Full,
  Of,
  Data,
  To,
  DateWord,
  And,
  Before,
  After,
  From,
  Up,
  Plus,
  Minus,
  Today,
  Yesterday,
  Tomorrow,
  Latest,
  Earliest,
  So,
  Far,
  Start,
  End,
  Counted,
  But,
  Not,
  Fiscal,
  DayUnit,
  WeekUnit,
  MonthUnit,
  QuarterUnit,
  YearUnit,
  Span,
  Same,
  Weekdays,
  Earlier,
  Times,
  Other,
];

export const lexer = new Lexer(TOKENS, { positionTracking: 'onlyOffset' });

/** The words that a kind of token stands for, as completions show them. Dates and numbers are examples. */
export const WORDS: ReadonlyMap<TokenType, readonly string[]> = new Map<TokenType, readonly string[]>([
  [All, ['all']],
  [Last, ['last']],
  [This, ['this']],
  [Next, ['next']],
  [Full, ['full']],
  [Of, ['of']],
  [Data, ['data']],
  [To, ['to']],
  [DateWord, ['date']],
  [And, ['and']],
  [Before, ['before']],
  [After, ['after']],
  [From, ['from']],
  [Up, ['up']],
  [Plus, ['plus']],
  [Minus, ['minus']],
  [Today, ['today']],
  [Yesterday, ['yesterday']],
  [Tomorrow, ['tomorrow']],
  [Latest, ['latest']],
  [Earliest, ['earliest']],
  [So, ['so']],
  [Far, ['far']],
  [Start, ['start']],
  [End, ['end']],
  [Counted, ['counted']],
  [But, ['but']],
  [Not, ['not']],
  [Fiscal, ['fiscal']],
  [DayUnit, ['days']],
  [WeekUnit, ['weeks']],
  [MonthUnit, ['months']],
  [QuarterUnit, ['quarters']],
  [YearUnit, ['years']],
  [Span, ['span']],
  [Same, ['same']],
  [Weekdays, ['weekdays']],
  [Earlier, ['earlier']],
  [Times, ['times']],
  [Slash, ['/']],
  [Comma, [',']],
  [Open, ['..']],
  [Count, ['7', '30', '13']],
  [Signed, ['-1', '+1']],
  [DurationText, ['P3M', 'P90D']],
  [DayText, ['2026-03-14']],
  [LongText, ['2026-03', '2026-Q1', '2026-W11', '2026', 'FY2026']],
]);
