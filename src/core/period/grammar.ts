/** The grammar of period phrases and baselines. */
import type { IToken } from 'chevrotain';
import type {
  Baseline,
  ClosedPhrase,
  FixedPeriod,
  FixedPhrase,
  Phrase,
  Point,
  PointBase,
  RangeEnd,
  RollingPhrase,
  Step,
  WholePhrase,
} from './phrase';
import { isClosedPhrase, isFixedPhrase } from './phrase';
import { PointGrammar } from './pointGrammar';
import * as t from './tokens';
import { checkOrder, periodOf, WordProblem } from './words';

class PhraseGrammar extends PointGrammar {
  constructor() {
    super();
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
