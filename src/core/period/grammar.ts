/** The grammar of period phrases and baselines. One token of lookahead decides everywhere, so errors lie exactly. */
import { EmbeddedActionsParser, type IParserErrorMessageProvider, type IToken } from 'chevrotain';
import type { Unit } from '../calendar/units';
import type {
  Baseline,
  ClosedPhrase,
  Duration,
  FixedPeriod,
  FixedPhrase,
  Phrase,
  Point,
  PointBase,
  RangeEnd,
  RefUnit,
  RollingPhrase,
  Step,
  Which,
  WholePhrase,
} from './phrase';
import { isClosedPhrase, isFixedPhrase } from './phrase';
import * as t from './tokens';
import {
  checkOrder,
  countOf,
  dayOfMonthOf,
  durationOf,
  longPeriodOf,
  periodOf,
  signedOf,
  WordProblem,
} from './words';

/** Sentences are made from the place and the code alone; chevrotain's own messages are costly to build. */
const NO_MESSAGES: IParserErrorMessageProvider = {
  buildMismatchTokenMessage: () => '',
  buildNotAllInputParsedMessage: () => '',
  buildNoViableAltMessage: () => '',
  buildEarlyExitMessage: () => '',
};

class PhraseGrammar extends EmbeddedActionsParser {
  constructor() {
    super(t.TOKENS, { recoveryEnabled: false, maxLookahead: 1, errorMessageProvider: NO_MESSAGES });
    this.performSelfAnalysis();
  }

  readonly phrase = this.RULE('phrase', (): Phrase => {
    const whole = this.SUBRULE(this.wholePhrase);
    let without: ClosedPhrase[] | undefined;
    this.OPTION(() => {
      this.CONSUME(t.But);
      this.CONSUME(t.Not);
      const parts: ClosedPhrase[] = [this.SUBRULE(this.closedPhrase)];
      this.MANY(() => {
        this.CONSUME(t.Comma);
        parts.push(this.SUBRULE2(this.closedPhrase));
      });
      without = parts;
    });
    return without ? { kind: 'except', phrase: whole, without } : whole;
  });

  private readonly wholePhrase = this.RULE('wholePhrase', (): WholePhrase => {
    let phrase: WholePhrase = this.OR([
      { ALT: (): WholePhrase => this.SUBRULE(this.all) },
      { ALT: (): WholePhrase => this.SUBRULE(this.openStart) },
      { ALT: (): WholePhrase => this.SUBRULE(this.ending) },
      { ALT: (): WholePhrase => this.SUBRULE(this.longFirst) },
      { ALT: (): WholePhrase => this.SUBRULE(this.dayFirst) },
      { ALT: (): WholePhrase => this.SUBRULE(this.last) },
      { ALT: (): WholePhrase => this.SUBRULE(this.next) },
      { ALT: (): WholePhrase => this.SUBRULE(this.thisUnit) },
      { ALT: (): WholePhrase => this.SUBRULE(this.fromRange) },
      { ALT: (): WholePhrase => this.SUBRULE(this.upRange) },
      { ALT: (): WholePhrase => ({ kind: 'point', point: this.SUBRULE(this.wordPoint) }) },
    ]);
    const parts: ClosedPhrase[] = [];
    this.MANY(() => {
      const comma = this.CONSUME(t.Comma);
      this.ACTION(() => {
        if (parts.length > 0) return;
        if (!isClosedPhrase(phrase)) throw new WordProblem('unexpected', comma);
        parts.push(phrase);
      });
      parts.push(this.SUBRULE(this.closedPhrase));
    });
    if (parts.length > 0) phrase = { kind: 'list', parts };
    this.OPTION(() => {
      const counted = this.CONSUME(t.Counted);
      const word = this.CONSUME(t.From);
      this.ACTION(() => {
        if (isFixedPhrase(phrase)) throw new WordProblem('anchor-on-fixed', counted, word);
      });
      const from = this.SUBRULE(this.point);
      phrase = { kind: 'counted', phrase: phrase as RollingPhrase, from };
    });
    return phrase;
  });

  private readonly all = this.RULE('all', (): FixedPhrase => {
    this.CONSUME(t.All);
    return { kind: 'all' };
  });

  private readonly openStart = this.RULE('openStart', (): FixedPhrase => {
    this.CONSUME(t.Open);
    this.CONSUME(t.Slash);
    return { kind: 'open start', to: this.SUBRULE(this.period).period };
  });

  private readonly ending = this.RULE('ending', (): ClosedPhrase => {
    const duration = this.SUBRULE(this.duration);
    this.CONSUME(t.Slash);
    return { kind: 'ending', duration, to: this.SUBRULE(this.period).period };
  });

  /** Begins with a month, quarter, year, week or fiscal period. */
  private readonly longFirst = this.RULE('longFirst', (): FixedPhrase => {
    const token = this.CONSUME(t.LongText);
    const period = this.ACTION(() => periodOf(token));
    return this.SUBRULE(this.afterPeriod, { ARGS: [period, token] });
  });

  /** Begins with a day: a fixed form, or a point with steps. */
  private readonly dayFirst = this.RULE('dayFirst', (): FixedPhrase | RollingPhrase => {
    const token = this.CONSUME(t.DayText);
    const period = this.ACTION(() => periodOf(token));
    return this.OR<FixedPhrase | RollingPhrase>([
      {
        ALT: (): RollingPhrase => {
          const steps: Step[] = [];
          this.AT_LEAST_ONE(() => steps.push(this.SUBRULE(this.step)));
          return { kind: 'point', point: { base: period as PointBase, steps } };
        },
      },
      { ALT: (): FixedPhrase => this.SUBRULE(this.afterPeriod, { ARGS: [period, token] }) },
    ]);
  });

  /** What may follow the first period of a fixed form. */
  private readonly afterPeriod = this.RULE('afterPeriod', (from: FixedPeriod, first: IToken): FixedPhrase => {
    let phrase: FixedPhrase = { kind: 'period', period: from };
    this.OPTION(() => {
      this.CONSUME(t.Slash);
      phrase = this.OR([
        {
          ALT: (): FixedPhrase => {
            this.CONSUME(t.Open);
            return { kind: 'open end', from };
          },
        },
        { ALT: (): FixedPhrase => ({ kind: 'starting', from, duration: this.SUBRULE(this.duration) }) },
        {
          ALT: (): FixedPhrase => {
            const { period: to, token } = this.SUBRULE(this.period);
            this.ACTION(() => checkOrder(from, to, first, token));
            return { kind: 'interval', from, to };
          },
        },
      ]);
    });
    return phrase;
  });

  /** A fixed form with both ends, as lists have them. */
  private readonly closedPhrase = this.RULE('closedPhrase', (): ClosedPhrase => {
    return this.OR([
      { ALT: () => this.SUBRULE(this.ending) },
      {
        ALT: (): ClosedPhrase => {
          const { period: from, token: first } = this.SUBRULE(this.period);
          let phrase: ClosedPhrase = { kind: 'period', period: from };
          this.OPTION(() => {
            this.CONSUME(t.Slash);
            phrase = this.OR2([
              {
                ALT: (): ClosedPhrase => ({ kind: 'starting', from, duration: this.SUBRULE(this.duration) }),
              },
              {
                ALT: (): ClosedPhrase => {
                  const { period: to, token } = this.SUBRULE2(this.period);
                  this.ACTION(() => checkOrder(from, to, first, token));
                  return { kind: 'interval', from, to };
                },
              },
            ]);
          });
          return phrase;
        },
      },
    ]);
  });

  private readonly period = this.RULE('period', (): { period: FixedPeriod; token: IToken } => {
    const token = this.OR([{ ALT: () => this.CONSUME(t.DayText) }, { ALT: () => this.CONSUME(t.LongText) }]);
    return { period: this.ACTION(() => periodOf(token)), token };
  });

  private readonly duration = this.RULE('duration', (): Duration => {
    const token = this.CONSUME(t.DurationText);
    return this.ACTION(() => durationOf(token));
  });

  private readonly count = this.RULE('count', (): number => {
    const token = this.CONSUME(t.Count);
    return this.ACTION(() => countOf(token));
  });

  private readonly unit = this.RULE('unit', (): Unit => {
    return this.OR([
      { ALT: (): Unit => (this.CONSUME(t.DayUnit), 'day') },
      { ALT: (): Unit => this.SUBRULE(this.longUnit) },
    ]);
  });

  private readonly longUnit = this.RULE('longUnit', (): Unit => {
    return this.OR([
      { ALT: (): Unit => (this.CONSUME(t.WeekUnit), 'week') },
      { ALT: (): Unit => (this.CONSUME(t.MonthUnit), 'month') },
      { ALT: (): Unit => (this.CONSUME(t.QuarterUnit), 'quarter') },
      { ALT: (): Unit => (this.CONSUME(t.YearUnit), 'year') },
      {
        ALT: (): Unit => {
          this.CONSUME(t.Fiscal);
          return this.OR2([
            { ALT: (): Unit => (this.CONSUME2(t.MonthUnit), 'fiscal month') },
            { ALT: (): Unit => (this.CONSUME2(t.QuarterUnit), 'fiscal quarter') },
            { ALT: (): Unit => (this.CONSUME2(t.YearUnit), 'fiscal year') },
          ]);
        },
      },
    ]);
  });

  private readonly last = this.RULE('last', (): RollingPhrase => {
    this.CONSUME(t.Last);
    return this.OR([
      {
        ALT: (): RollingPhrase => {
          const count = this.SUBRULE(this.count);
          return this.OR2([
            {
              ALT: (): RollingPhrase => {
                this.CONSUME(t.Full);
                return { kind: 'last', count, unit: this.SUBRULE(this.unit), full: true };
              },
            },
            {
              ALT: (): RollingPhrase => {
                this.CONSUME(t.DayUnit);
                let phrase: RollingPhrase = { kind: 'last', count, unit: 'day', full: false };
                this.OPTION(() => {
                  this.CONSUME(t.Of);
                  this.CONSUME(t.Data);
                  phrase = { kind: 'days of data', count };
                });
                return phrase;
              },
            },
            {
              ALT: (): RollingPhrase => ({
                kind: 'last',
                count,
                unit: this.SUBRULE(this.longUnit),
                full: false,
              }),
            },
          ]);
        },
      },
      { ALT: (): RollingPhrase => ({ kind: 'unit', which: 'last', unit: this.SUBRULE2(this.unit) }) },
    ]);
  });

  private readonly next = this.RULE('next', (): RollingPhrase => {
    this.CONSUME(t.Next);
    return this.OR([
      {
        ALT: (): RollingPhrase => {
          const count = this.SUBRULE(this.count);
          let full = false;
          this.OPTION(() => {
            this.CONSUME(t.Full);
            full = true;
          });
          return { kind: 'next', count, unit: this.SUBRULE(this.unit), full };
        },
      },
      { ALT: (): RollingPhrase => ({ kind: 'unit', which: 'next', unit: this.SUBRULE2(this.unit) }) },
    ]);
  });

  private readonly thisUnit = this.RULE('thisUnit', (): RollingPhrase => {
    this.CONSUME(t.This);
    const unit = this.SUBRULE(this.unit);
    let phrase: RollingPhrase = { kind: 'unit', which: 'this', unit };
    this.OPTION(() => {
      phrase = this.OR([
        {
          ALT: (): RollingPhrase => {
            this.CONSUME(t.To);
            this.CONSUME(t.DateWord);
            let before = 0;
            this.OPTION2(() => {
              this.CONSUME(t.And);
              before = this.SUBRULE(this.count);
              this.CONSUME(t.Before);
            });
            return { kind: 'to date', unit, before };
          },
        },
        {
          ALT: (): RollingPhrase => {
            this.CONSUME2(t.And);
            const count = this.SUBRULE2(this.count);
            const side = this.OR2([
              { ALT: () => (this.CONSUME2(t.Before), 'before' as const) },
              { ALT: () => (this.CONSUME(t.After), 'after' as const) },
            ]);
            return { kind: 'around', unit, side, count };
          },
        },
      ]);
    });
    return phrase;
  });

  private readonly fromRange = this.RULE('fromRange', (): RollingPhrase => {
    this.CONSUME(t.From);
    const from = this.SUBRULE(this.rangeEnd);
    let to: RangeEnd | null = null;
    this.OPTION(() => {
      this.CONSUME(t.To);
      to = this.SUBRULE2(this.rangeEnd);
    });
    return { kind: 'range', from, to };
  });

  private readonly upRange = this.RULE('upRange', (): RollingPhrase => {
    this.CONSUME(t.Up);
    this.CONSUME(t.To);
    return { kind: 'range', from: null, to: this.SUBRULE(this.rangeEnd) };
  });

  private readonly rangeEnd = this.RULE('rangeEnd', (): RangeEnd => {
    return this.OR([
      {
        ALT: (): RangeEnd => {
          const token = this.CONSUME(t.LongText);
          return this.ACTION(() => longPeriodOf(token));
        },
      },
      { ALT: (): RangeEnd => this.SUBRULE(this.point) },
    ]);
  });

  private readonly point = this.RULE('point', (): Point => {
    return this.OR([
      {
        ALT: (): Point => {
          const token = this.CONSUME(t.DayText);
          const base = this.ACTION(() => periodOf(token) as PointBase);
          const steps: Step[] = [];
          this.MANY(() => steps.push(this.SUBRULE(this.step)));
          return { base, steps };
        },
      },
      { ALT: (): Point => this.SUBRULE(this.wordPoint) },
    ]);
  });

  private readonly wordPoint = this.RULE('wordPoint', (): Point => {
    const base = this.OR([
      { ALT: (): PointBase => (this.CONSUME(t.Today), { kind: 'today' }) },
      { ALT: (): PointBase => (this.CONSUME(t.Yesterday), { kind: 'yesterday' }) },
      { ALT: (): PointBase => (this.CONSUME(t.Tomorrow), { kind: 'tomorrow' }) },
      { ALT: (): PointBase => this.SUBRULE(this.latest) },
      { ALT: (): PointBase => (this.CONSUME(t.Earliest), { kind: 'earliest' }) },
      {
        ALT: (): PointBase => {
          this.CONSUME(t.Start);
          this.CONSUME(t.Of);
          return { kind: 'start', of: this.SUBRULE(this.refUnit).of };
        },
      },
      {
        ALT: (): PointBase => {
          this.CONSUME(t.End);
          this.CONSUME2(t.Of);
          return { kind: 'end', of: this.SUBRULE2(this.refUnit).of };
        },
      },
      { ALT: (): PointBase => this.SUBRULE(this.dayOf) },
    ]);
    const steps: Step[] = [];
    this.MANY(() => steps.push(this.SUBRULE(this.step)));
    return { base, steps };
  });

  private readonly latest = this.RULE('latest', (): PointBase => {
    let kind: 'latest' | 'latest so far' = 'latest';
    this.CONSUME(t.Latest);
    this.OPTION(() => {
      this.CONSUME(t.So);
      this.CONSUME(t.Far);
      kind = 'latest so far';
    });
    return { kind };
  });

  private readonly dayOf = this.RULE('dayOf', (): PointBase => {
    this.CONSUME(t.DayUnit);
    const token = this.CONSUME(t.Count);
    const dayOfMonth = this.ACTION(() => dayOfMonthOf(token));
    this.CONSUME(t.Of);
    const { of, first, last } = this.SUBRULE(this.refUnit);
    this.ACTION(() => {
      const unit = of.kind === 'fixed' ? of.period.kind : of.unit;
      if (unit !== 'month' && unit !== 'fiscal month') throw new WordProblem('bad-day-of-month', first, last);
    });
    return { kind: 'day of', dayOfMonth, of };
  });

  private readonly refUnit = this.RULE('refUnit', (): { of: RefUnit; first: IToken; last: IToken } => {
    const first = this.LA(1);
    const of = this.OR([
      { ALT: (): RefUnit => this.SUBRULE(this.whichUnit) },
      {
        ALT: (): RefUnit => {
          const unit = this.SUBRULE(this.unit);
          const token = this.CONSUME(t.Signed);
          return { kind: 'nth', unit, n: this.ACTION(() => signedOf(token)) };
        },
      },
      {
        ALT: (): RefUnit => {
          const token = this.CONSUME(t.LongText);
          return { kind: 'fixed', period: this.ACTION(() => longPeriodOf(token)) };
        },
      },
      {
        // A day is no unit to lie in, but a day that does not exist is told as such.
        ALT: (): RefUnit => {
          const token = this.CONSUME(t.DayText);
          return { kind: 'fixed', period: this.ACTION(() => longPeriodOf(token)) };
        },
      },
    ]);
    return { of, first, last: this.LA(0) };
  });

  private readonly whichUnit = this.RULE('whichUnit', (): RefUnit => {
    const which = this.OR([
      { ALT: (): Which => (this.CONSUME(t.This), 'this') },
      { ALT: (): Which => (this.CONSUME(t.Last), 'last') },
      { ALT: (): Which => (this.CONSUME(t.Next), 'next') },
    ]);
    return { kind: 'which', which, unit: this.SUBRULE(this.unit) };
  });

  private readonly step = this.RULE('step', (): Step => {
    const sign = this.OR([
      { ALT: () => (this.CONSUME(t.Plus), 1) },
      { ALT: () => (this.CONSUME(t.Minus), -1) },
    ]);
    const count = this.SUBRULE(this.count);
    return { n: sign * count, unit: this.SUBRULE(this.unit) };
  });

  /** The baselines that are no phrases. */
  readonly ownBaseline = this.RULE('ownBaseline', (): Baseline => {
    return this.OR([
      {
        ALT: (): Baseline => {
          this.CONSUME(t.Last);
          this.CONSUME(t.Span);
          let times = 1;
          this.OPTION(() => {
            this.CONSUME(t.Times);
            times = this.SUBRULE(this.count);
          });
          return { kind: 'previous span', times };
        },
      },
      {
        ALT: (): Baseline => {
          this.CONSUME(t.Same);
          return this.OR2([
            {
              ALT: (): Baseline => {
                this.CONSUME2(t.Span);
                const count = this.SUBRULE2(this.count);
                const unit = this.SUBRULE(this.unit);
                this.CONSUME(t.Earlier);
                return { kind: 'same span', count, unit };
              },
            },
            {
              ALT: (): Baseline => {
                this.CONSUME(t.Weekdays);
                const years = this.SUBRULE3(this.count);
                this.CONSUME(t.YearUnit);
                this.CONSUME2(t.Earlier);
                return { kind: 'same weekdays', years };
              },
            },
          ]);
        },
      },
    ]);
  });

  /** A point alone, as anchors are. */
  readonly anchor = this.RULE('anchor', (): Point => this.SUBRULE(this.point));
}

/** The one parser; it holds no state between two readings. */
export const grammar = new PhraseGrammar();
