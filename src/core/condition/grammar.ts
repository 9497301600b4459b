/**
 * The grammar of SQL search conditions, a part of the standard's <search condition>. Operands and conditions are read by
 * one set of rules, since a parenthesis may open either; which stands where is checked on the way.
 */
import { EmbeddedActionsParser, type IToken } from 'chevrotain';
import { parseIsoDay } from '../calendar/day';
import {
  CONDITION_KINDS,
  ConditionProblem,
  type Arithmetic,
  type Comparison,
  type Condition,
  type ExtractField,
  type IntervalUnit,
  type Operand,
  type Placed,
  type TextFunction,
} from './expression';
import * as t from './tokens';

type Term = Operand | Condition;

/** An amount of time, which only stands after + or - beside a date. */
interface IntervalTerm extends Placed {
  readonly kind: 'interval';
  readonly count: number;
  readonly unit: IntervalUnit;
}

export const placeOf = (first: IToken, last: IToken = first): Placed => ({
  from: first.startOffset,
  to: last.startOffset + last.image.length,
});

const isCondition = (term: Placed & { kind: string }): term is Condition => CONDITION_KINDS.has(term.kind);

function asOperand(term: Term): Operand {
  if (!isCondition(term)) return term;
  throw new ConditionProblem('wrong-type', term, 'A value has to stand here, not a condition.');
}

function asCondition(term: Term): Condition {
  if (isCondition(term)) return term;
  throw new ConditionProblem(
    'not-a-condition',
    term,
    'This is a value, not a condition yet. Compare it: with =, <, BETWEEN, IN, LIKE or IS NULL.',
  );
}

const unquoted = (token: IToken, quote: string) => token.image.slice(1, -1).replaceAll(quote + quote, quote);

class ConditionGrammar extends EmbeddedActionsParser {
  /** Nesting of parentheses beyond this is a mistake; without an end it would exhaust the stack. */
  deepest = 25;
  private depth = 0;

  constructor() {
    super(t.TOKENS, { recoveryEnabled: false, maxLookahead: 2 });
    this.performSelfAnalysis();
  }

  readonly condition = this.RULE('condition', (): Condition => {
    this.ACTION(() => (this.depth = 0));
    const term = this.SUBRULE(this.orTerm);
    return this.ACTION(() => asCondition(term));
  });

  private readonly orTerm = this.RULE('orTerm', (): Term => {
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

  private readonly sum = this.RULE('sum', (): Term => {
    let term: Term = this.SUBRULE(this.product);
    this.MANY(() => {
      const operator = this.OR([
        { ALT: (): Arithmetic => (this.CONSUME(t.Plus), '+') },
        { ALT: (): Arithmetic => (this.CONSUME(t.Minus), '-') },
      ]);
      const right = this.OR2([
        { ALT: (): Term | IntervalTerm => this.SUBRULE(this.interval) },
        { ALT: (): Term | IntervalTerm => this.SUBRULE2(this.product) },
      ]);
      this.ACTION(() => {
        const left = asOperand(term);
        const place = { from: left.from, to: right.to };
        if (right.kind === 'interval') {
          const count = operator === '-' ? -right.count : right.count;
          term = { kind: 'shift', operand: left, count, unit: right.unit, ...place };
        } else term = { kind: 'arithmetic', operator, left, right: asOperand(right), ...place };
      });
    });
    return term;
  });

  private readonly product = this.RULE('product', (): Term => {
    let term: Term = this.SUBRULE(this.unary);
    this.MANY(() => {
      const operator = this.OR([
        { ALT: (): Arithmetic => (this.CONSUME(t.Times), '*') },
        { ALT: (): Arithmetic => (this.CONSUME(t.Divided), '/') },
      ]);
      const right = this.SUBRULE2(this.unary);
      this.ACTION(() => {
        const [a, b] = [asOperand(term), asOperand(right)];
        term = { kind: 'arithmetic', operator, left: a, right: b, from: a.from, to: b.to };
      });
    });
    return term;
  });

  private readonly unary = this.RULE('unary', (): Term =>
    this.OR([
      {
        ALT: (): Term => {
          const minus = this.CONSUME(t.Minus);
          const term = this.SUBRULE(this.primary);
          return this.ACTION(() => ({
            kind: 'negative',
            operand: asOperand(term),
            from: minus.startOffset,
            to: term.to,
          }));
        },
      },
      { ALT: (): Term => this.SUBRULE2(this.primary) },
    ]),
  );

  private readonly primary = this.RULE('primary', (): Term =>
    this.OR([
      // Before columns: one may be called “date”, and is then followed by something else.
      {
        ALT: (): Term => {
          const word = this.CONSUME(t.DateWord);
          const text = this.CONSUME2(t.Text);
          return this.ACTION(() => ({ kind: 'date', day: dayOf(text), ...placeOf(word, text) }));
        },
      },
      {
        ALT: (): Term => {
          const name = this.CONSUME(t.Identifier);
          return this.ACTION(() => ({ kind: 'column', name: name.image, ...placeOf(name) }));
        },
      },
      {
        ALT: (): Term => {
          const name = this.CONSUME(t.QuotedName);
          return this.ACTION(() => ({ kind: 'column', name: unquoted(name, '"'), ...placeOf(name) }));
        },
      },
      {
        ALT: (): Term => {
          const text = this.CONSUME(t.Text);
          return this.ACTION(() => ({ kind: 'text', value: unquoted(text, "'"), ...placeOf(text) }));
        },
      },
      {
        ALT: (): Term => {
          const number = this.CONSUME(t.NumberText);
          return this.ACTION(() => ({ kind: 'number', digits: number.image, ...placeOf(number) }));
        },
      },
      {
        ALT: (): Term => {
          const name = this.CONSUME(t.Parameter);
          return this.ACTION(() => ({ kind: 'parameter', name: name.image.slice(1), ...placeOf(name) }));
        },
      },
      {
        ALT: (): Term => {
          const word = this.CONSUME(t.CurrentDate);
          return this.ACTION(() => ({ kind: 'today', ...placeOf(word) }));
        },
      },
      { ALT: (): Term => this.SUBRULE(this.extract) },
      { ALT: (): Term => this.SUBRULE(this.textFunction) },
      { ALT: (): Term => this.SUBRULE(this.substring) },
      {
        ALT: (): Term => {
          const open = this.CONSUME(t.Open);
          const term = this.SUBRULE(this.orTerm);
          const close = this.CONSUME(t.Close);
          return this.ACTION(() => ({ ...term, ...placeOf(open, close) }));
        },
      },
    ]),
  );

  private readonly extract = this.RULE('extract', (): Term => {
    const word = this.CONSUME(t.Extract);
    this.CONSUME(t.Open);
    const field = this.OR([
      { ALT: (): ExtractField => (this.CONSUME(t.Year), 'YEAR') },
      { ALT: (): ExtractField => (this.CONSUME(t.Quarter), 'QUARTER') },
      { ALT: (): ExtractField => (this.CONSUME(t.Month), 'MONTH') },
      { ALT: (): ExtractField => (this.CONSUME(t.DayWord), 'DAY') },
    ]);
    this.CONSUME(t.From);
    const operand = this.SUBRULE(this.sum);
    const close = this.CONSUME(t.Close);
    return this.ACTION(() => ({
      kind: 'extract',
      field,
      operand: asOperand(operand),
      ...placeOf(word, close),
    }));
  });

  private readonly textFunction = this.RULE('textFunction', (): Term => {
    const word = this.OR([
      { ALT: () => this.CONSUME(t.Upper) },
      { ALT: () => this.CONSUME(t.Lower) },
      { ALT: () => this.CONSUME(t.Trim) },
    ]);
    this.CONSUME(t.Open);
    const operand = this.SUBRULE(this.sum);
    const close = this.CONSUME(t.Close);
    return this.ACTION(() => ({
      kind: 'function',
      name: word.image.toUpperCase() as TextFunction,
      operand: asOperand(operand),
      ...placeOf(word, close),
    }));
  });

  private readonly substring = this.RULE('substring', (): Term => {
    const word = this.CONSUME(t.Substring);
    this.CONSUME(t.Open);
    const operand = this.SUBRULE(this.sum);
    this.CONSUME(t.From);
    const start = this.CONSUME(t.NumberText);
    let length: IToken | undefined;
    this.OPTION(() => {
      this.CONSUME(t.For);
      length = this.CONSUME2(t.NumberText);
    });
    const close = this.CONSUME(t.Close);
    return this.ACTION(() => ({
      kind: 'substring',
      operand: asOperand(operand),
      start: wholeOf(start, 1),
      length: length ? wholeOf(length, 0) : null,
      ...placeOf(word, close),
    }));
  });

  private readonly interval = this.RULE('interval', (): IntervalTerm => {
    const word = this.CONSUME(t.Interval);
    const count = this.CONSUME(t.Text);
    const unit = this.OR([
      { ALT: () => this.CONSUME(t.DayWord) },
      { ALT: () => this.CONSUME(t.Week) },
      { ALT: () => this.CONSUME(t.Month) },
      { ALT: () => this.CONSUME(t.Quarter) },
      { ALT: () => this.CONSUME(t.Year) },
    ]);
    return this.ACTION(() => ({
      kind: 'interval',
      count: wholeOf(count, 0, unquoted(count, "'").trim()),
      unit: unit.image.toUpperCase() as IntervalUnit,
      ...placeOf(word, unit),
    }));
  });
}

function joined(kind: 'and' | 'or', terms: readonly Term[]): Term {
  const [first] = terms;
  if (terms.length === 1) return first!;
  const parts = terms.map(asCondition);
  return { kind, parts, from: first!.from, to: parts[parts.length - 1]!.to };
}

function dayOf(token: IToken) {
  const text = unquoted(token, "'");
  const day = parseIsoDay(text);
  if (day !== undefined) return day;
  const example = /^\d{4}-\d{2}-\d{2}$/.test(text)
    ? `There is no day ${text}.`
    : "Write a day as DATE '2026-01-31'.";
  throw new ConditionProblem('no-such-day', placeOf(token), example);
}

/** Most that counts and positions can be. */
const GREATEST = 9999;

function wholeOf(token: IToken, least: number, text = token.image): number {
  if (/^\d{1,4}$/.test(text) && Number(text) >= least) return Number(text);
  throw new ConditionProblem(
    'bad-number',
    placeOf(token),
    `“${text}” does not fit here: write a whole number from ${least} to ${GREATEST}.`,
  );
}

function patternOf(pattern: IToken, escape: IToken | undefined) {
  const sign = escape ? unquoted(escape, "'") : null;
  const isParameter = pattern.image.startsWith(':');
  if (sign !== null && [...sign].length !== 1)
    throw new ConditionProblem('bad-escape', placeOf(escape!), 'ESCAPE takes one character.');
  const text = isParameter ? '' : unquoted(pattern, "'");
  if (sign !== null) {
    const signs = [...text];
    for (let i = 0; i < signs.length; i++) {
      if (signs[i] !== sign) continue;
      const next = signs[++i];
      if (next !== '%' && next !== '_' && next !== sign)
        throw new ConditionProblem(
          'bad-escape',
          placeOf(pattern),
          `After ${sign} only %, _ or ${sign} itself can stand in a pattern.`,
        );
    }
  }
  return { pattern: text, escape: sign, parameter: isParameter ? pattern.image.slice(1) : null };
}

export const grammar = new ConditionGrammar();
