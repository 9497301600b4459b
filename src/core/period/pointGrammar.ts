/** The grammar of what phrases and baselines are made of: periods, units, durations, and points in time. */
import { EmbeddedActionsParser, type IParserErrorMessageProvider, type IToken } from 'chevrotain';
import type { Unit } from '../calendar/units';
import type { Duration, FixedPeriod, Point, PointBase, RangeEnd, RefUnit, Step, Which } from './phrase';
import * as t from './tokens';
import { countOf, dayOfMonthOf, durationOf, longPeriodOf, periodOf, signedOf, WordProblem } from './words';

/** Sentences are made from the place and the code alone; chevrotain's own messages are costly to build. */
const NO_MESSAGES: IParserErrorMessageProvider = {
  buildMismatchTokenMessage: () => '',
  buildNotAllInputParsedMessage: () => '',
  buildNoViableAltMessage: () => '',
  buildEarlyExitMessage: () => '',
};

/** One token of lookahead decides everywhere, so errors lie exactly. Whoever adds rules analyses all of them. */
export class PointGrammar extends EmbeddedActionsParser {
  constructor() {
    super(t.TOKENS, { recoveryEnabled: false, maxLookahead: 1, errorMessageProvider: NO_MESSAGES });
  }

  protected readonly period = this.RULE('period', (): { period: FixedPeriod; token: IToken } => {
    const token = this.OR([{ ALT: () => this.CONSUME(t.DayText) }, { ALT: () => this.CONSUME(t.LongText) }]);
    return { period: this.ACTION(() => periodOf(token)), token };
  });

  protected readonly duration = this.RULE('duration', (): Duration => {
    const token = this.CONSUME(t.DurationText);
    return this.ACTION(() => durationOf(token));
  });

  protected readonly count = this.RULE('count', (): number => {
    const token = this.CONSUME(t.Count);
    return this.ACTION(() => countOf(token));
  });

  protected readonly unit = this.RULE('unit', (): Unit => {
    return this.OR([
      { ALT: (): Unit => (this.CONSUME(t.DayUnit), 'day') },
      { ALT: (): Unit => this.SUBRULE(this.longUnit) },
    ]);
  });

  protected readonly longUnit = this.RULE('longUnit', (): Unit => {
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

  protected readonly rangeEnd = this.RULE('rangeEnd', (): RangeEnd => {
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

  protected readonly point = this.RULE('point', (): Point => {
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

  protected readonly wordPoint = this.RULE('wordPoint', (): Point => {
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

  protected readonly latest = this.RULE('latest', (): PointBase => {
    let kind: 'latest' | 'latest so far' = 'latest';
    this.CONSUME(t.Latest);
    this.OPTION(() => {
      this.CONSUME(t.So);
      this.CONSUME(t.Far);
      kind = 'latest so far';
    });
    return { kind };
  });

  protected readonly dayOf = this.RULE('dayOf', (): PointBase => {
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

  protected readonly refUnit = this.RULE('refUnit', (): { of: RefUnit; first: IToken; last: IToken } => {
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

  protected readonly whichUnit = this.RULE('whichUnit', (): RefUnit => {
    const which = this.OR([
      { ALT: (): Which => (this.CONSUME(t.This), 'this') },
      { ALT: (): Which => (this.CONSUME(t.Last), 'last') },
      { ALT: (): Which => (this.CONSUME(t.Next), 'next') },
    ]);
    return { kind: 'which', which, unit: this.SUBRULE(this.unit) };
  });

  protected readonly step = this.RULE('step', (): Step => {
    const sign = this.OR([
      { ALT: () => (this.CONSUME(t.Plus), 1) },
      { ALT: () => (this.CONSUME(t.Minus), -1) },
    ]);
    const count = this.SUBRULE(this.count);
    return { n: sign * count, unit: this.SUBRULE(this.unit) };
  });
}
