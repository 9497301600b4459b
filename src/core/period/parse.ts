/** Reads period phrases: the fixed forms of ISO 8601. Never throws on what a person typed. */
import {
  createToken,
  EmbeddedActionsParser,
  Lexer,
  type IRecognitionException,
  type IToken,
} from 'chevrotain';
import { readDuration, readFixedPeriod } from './fixedPeriod';
import type { FixedPeriod, Parsed, Phrase, PhraseError, PhraseErrorCode } from './phrase';

const Space = createToken({
  name: 'Space',
  pattern: /\p{White_Space}+/u,
  group: Lexer.SKIPPED,
  line_breaks: true,
});
const Slash = createToken({ name: 'Slash', pattern: '/' });
const Open = createToken({ name: 'Open', pattern: /\.\.(?![^\s/])/ });
const All = createToken({ name: 'All', pattern: /all(?![^\s/])/i });
const DurationText = createToken({ name: 'Duration', pattern: /P\d[^\s/]*/i });
const PeriodText = createToken({ name: 'Period', pattern: /(?:FY)?\d{4}(?:-[^\s/]*)?(?![^\s/])/i });
const Other = createToken({ name: 'Other', pattern: /[^\s/]+/ });

const TOKENS = [Space, Slash, Open, All, DurationText, PeriodText, Other];
const lexer = new Lexer(TOKENS, { positionTracking: 'onlyOffset' });

/** A problem met inside a token that has the right shape for its place. */
class TokenProblem extends Error {
  constructor(
    readonly token: IToken,
    readonly code: PhraseErrorCode,
  ) {
    super(code);
  }
}

const NO_PERIOD: FixedPeriod = { kind: 'year', year: 1 };

class PhraseParser extends EmbeddedActionsParser {
  constructor() {
    super(TOKENS, { recoveryEnabled: false });
    this.performSelfAnalysis();
  }

  readonly phrase = this.RULE('phrase', (): Phrase => {
    return this.OR([
      { ALT: () => this.SUBRULE(this.all) },
      { ALT: () => this.SUBRULE(this.openStart) },
      { ALT: () => this.SUBRULE(this.ending) },
      { ALT: () => this.SUBRULE(this.starting) },
    ]);
  });

  private readonly all = this.RULE('all', (): Phrase => {
    this.CONSUME(All);
    return { kind: 'all' };
  });

  private readonly openStart = this.RULE('openStart', (): Phrase => {
    this.CONSUME(Open);
    this.CONSUME(Slash);
    return { kind: 'interval', from: null, to: this.SUBRULE(this.period) };
  });

  private readonly ending = this.RULE('ending', (): Phrase => {
    const duration = this.SUBRULE(this.duration);
    this.CONSUME(Slash);
    return { kind: 'ending', duration, to: this.SUBRULE(this.period) };
  });

  private readonly starting = this.RULE('starting', (): Phrase => {
    const from = this.SUBRULE(this.period);
    let phrase: Phrase = { kind: 'period', period: from };
    this.OPTION(() => {
      this.CONSUME(Slash);
      phrase = this.OR([
        {
          ALT: (): Phrase => {
            this.CONSUME(Open);
            return { kind: 'interval', from, to: null };
          },
        },
        { ALT: (): Phrase => ({ kind: 'starting', from, duration: this.SUBRULE(this.duration) }) },
        { ALT: (): Phrase => ({ kind: 'interval', from, to: this.SUBRULE2(this.period) }) },
      ]);
    });
    return phrase;
  });

  private readonly period = this.RULE('period', (): FixedPeriod => {
    const token = this.CONSUME(PeriodText);
    return (
      this.ACTION(() => {
        const reading = readFixedPeriod(token.image);
        if (reading?.ok) return reading.period;
        throw new TokenProblem(token, reading?.code ?? 'unexpected');
      }) ?? NO_PERIOD
    );
  });

  private readonly duration = this.RULE('duration', () => {
    const token = this.CONSUME(DurationText);
    return this.ACTION(() => {
      const duration = readDuration(token.image);
      if (!duration) throw new TokenProblem(token, 'unexpected');
      return duration;
    });
  });
}

const parser = new PhraseParser();

const SENTENCES: Record<PhraseErrorCode, (word: string) => string> = {
  empty: () => 'Type a period, such as 2026-03 or 2026-03-01/2026-05-31.',
  unexpected: (word) => (word ? `“${word}” does not fit here.` : 'Something is missing at the end.'),
  'no-such-day': (word) => `There is no day ${word}.`,
  'no-such-week': (word) => `There is no week ${word}.`,
  reversed: (word) => `${word} ends before it starts. Swap its two ends.`,
  'out-of-range': (word) => `${word} reaches outside the years 0001 to 9999.`,
};

/** An error of a phrase at a place of its text. */
export function phraseError(
  code: PhraseErrorCode,
  text: string,
  from: number,
  to: number,
  expected: readonly string[] = [],
): PhraseError {
  return { code, message: SENTENCES[code](text.slice(from, to)), from, to, expected };
}

const START_WORDS = ['2026-03-14', '2026-03', '2026-Q1', '2026-W11', '2026', 'FY2026', 'all'];

function placeOf(error: IRecognitionException, text: string): { from: number; to: number } {
  const { token } = error;
  if (Number.isNaN(token.startOffset)) return { from: text.length, to: text.length };
  return { from: token.startOffset, to: token.startOffset + token.image.length };
}

/** Reads a phrase. The first error from the left is given as a value, with its place. */
export function parsePhrase(text: string): Parsed {
  if (/^\p{White_Space}*$/u.test(text)) {
    return { ok: false, error: phraseError('empty', text, 0, text.length, START_WORDS) };
  }
  const { tokens } = lexer.tokenize(text);
  parser.input = tokens;
  try {
    const phrase = parser.phrase();
    const [error] = parser.errors;
    if (!error) return { ok: true, phrase };
    const { from, to } = placeOf(error, text);
    return { ok: false, error: phraseError('unexpected', text, from, to, from === 0 ? START_WORDS : []) };
  } catch (problem) {
    if (!(problem instanceof TokenProblem)) throw problem;
    const { startOffset, image } = problem.token;
    return { ok: false, error: phraseError(problem.code, text, startOffset, startOffset + image.length) };
  }
}
