/**
 * The grammar of SQL search conditions, a part of the standard's <search condition>. Operands and conditions are read by
 * one set of rules, since a parenthesis may open either; which stands where is checked on the way.
 */
import type { IToken } from 'chevrotain';
import { ConditionProblem, type Comparison, type Condition } from './expression';
import { OperandGrammar } from './operandGrammar';
import { asCondition, asOperand, joined, patternOf, placeOf, type Term } from './terms';
import * as t from './tokens';

class ConditionGrammar extends OperandGrammar {
  /** Nesting of parentheses beyond this is a mistake; without an end it would exhaust the stack. */
  deepest = 25;
  private depth = 0;

  constructor() {
    super();
    this.performSelfAnalysis();
  }

  readonly condition = this.RULE('condition', (): Condition => {
    this.ACTION(() => (this.depth = 0));
    const term = this.SUBRULE(this.orTerm);
    return this.ACTION(() => asCondition(term));
  });

  protected readonly orTerm = this.RULE('orTerm', (): Term => {
    this.ACTION(() => {
      if (++this.depth > this.deepest)
        throw new ConditionProblem('too-deep', placeOf(this.LA(1)), 'This is nested too deeply.');
    });
    const terms: Term[] = [this.SUBRULE(this.andTerm)];
    this.MANY(() => {
      this.CONSUME(t.Or);
      terms.push(this.SUBRULE2(this.andTerm));
    });
    this.ACTION(() => this.depth--);
    return this.ACTION(() => joined('or', terms));
  });

  private readonly andTerm = this.RULE('andTerm', (): Term => {
    const terms: Term[] = [this.SUBRULE(this.notTerm)];
    this.MANY(() => {
      this.CONSUME(t.And);
      terms.push(this.SUBRULE2(this.notTerm));
    });
    return this.ACTION(() => joined('and', terms));
  });

  private readonly notTerm = this.RULE('notTerm', (): Term =>
    this.OR([
      {
        ALT: (): Term => {
          const not = this.CONSUME(t.Not);
          const term = this.SUBRULE(this.notTerm);
          return this.ACTION(() => ({
            kind: 'not',
            condition: asCondition(term),
            from: not.startOffset,
            to: term.to,
          }));
        },
      },
      { ALT: (): Term => this.SUBRULE(this.predicate) },
    ]),
  );

  private readonly predicate = this.RULE('predicate', (): Term => {
    const left = this.SUBRULE(this.sum);
    let term: Term = left;
    this.OPTION(() => {
      term = this.OR([
        { ALT: (): Term => this.SUBRULE(this.compared, { ARGS: [left] }) },
        { ALT: (): Term => this.SUBRULE(this.nullTest, { ARGS: [left] }) },
        {
          ALT: (): Term => {
            const not = this.OPTION2(() => this.CONSUME(t.Not)) !== undefined;
            return this.OR2([
              { ALT: (): Term => this.SUBRULE(this.between, { ARGS: [left, not] }) },
              { ALT: (): Term => this.SUBRULE(this.listed, { ARGS: [left, not] }) },
              { ALT: (): Term => this.SUBRULE(this.like, { ARGS: [left, not] }) },
            ]);
          },
        },
      ]);
    });
    return term;
  });

  private readonly compared = this.RULE('compared', (left: Term): Term => {
    const operator = this.SUBRULE(this.comparison);
    const right = this.SUBRULE(this.sum);
    return this.ACTION(() => ({
      kind: 'comparison',
      operator,
      left: asOperand(left),
      right: asOperand(right),
      from: left.from,
      to: right.to,
    }));
  });

  private readonly nullTest = this.RULE('nullTest', (left: Term): Term => {
    this.CONSUME(t.Is);
    const not = this.OPTION(() => this.CONSUME(t.Not)) !== undefined;
    const last = this.CONSUME(t.Null);
    return this.ACTION(() => ({
      kind: 'null',
      operand: asOperand(left),
      not,
      from: left.from,
      to: placeOf(last).to,
    }));
  });

  private readonly between = this.RULE('between', (left: Term, not: boolean): Term => {
    this.CONSUME(t.Between);
    const low = this.SUBRULE(this.sum);
    this.CONSUME(t.And);
    const high = this.SUBRULE2(this.sum);
    return this.ACTION(() => ({
      kind: 'between',
      operand: asOperand(left),
      low: asOperand(low),
      high: asOperand(high),
      not,
      from: left.from,
      to: high.to,
    }));
  });

  private readonly listed = this.RULE('listed', (left: Term, not: boolean): Term => {
    this.CONSUME(t.In);
    this.CONSUME(t.Open);
    const list: Term[] = [];
    this.AT_LEAST_ONE_SEP({ SEP: t.Comma, DEF: () => list.push(this.SUBRULE(this.sum)) });
    const close = this.CONSUME(t.Close);
    return this.ACTION(() => ({
      kind: 'in',
      operand: asOperand(left),
      list: list.map(asOperand),
      not,
      from: left.from,
      to: placeOf(close).to,
    }));
  });

  private readonly like = this.RULE('like', (left: Term, not: boolean): Term => {
    this.CONSUME(t.Like);
    const pattern = this.OR([{ ALT: () => this.CONSUME(t.Text) }, { ALT: () => this.CONSUME(t.Parameter) }]);
    let escape: IToken | undefined;
    this.OPTION(() => {
      this.CONSUME(t.Escape);
      escape = this.CONSUME2(t.Text);
    });
    return this.ACTION(() => ({
      kind: 'like',
      operand: asOperand(left),
      ...patternOf(pattern, escape),
      not,
      from: left.from,
      to: placeOf(escape ?? pattern).to,
    }));
  });

  private readonly comparison = this.RULE('comparison', (): Comparison =>
    this.OR([
      { ALT: (): Comparison => (this.CONSUME(t.Equal), '=') },
      { ALT: (): Comparison => (this.CONSUME(t.NotEqual), '<>') },
      { ALT: (): Comparison => (this.CONSUME(t.LessEqual), '<=') },
      { ALT: (): Comparison => (this.CONSUME(t.GreaterEqual), '>=') },
      { ALT: (): Comparison => (this.CONSUME(t.Less), '<') },
      { ALT: (): Comparison => (this.CONSUME(t.Greater), '>') },
    ]),
  );
}

export const grammar = new ConditionGrammar();
