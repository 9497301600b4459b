/** The grammar of values: columns, literals, arithmetic, functions; a parenthesis may open a condition as well. */
import { EmbeddedActionsParser, type IToken, type ParserMethod } from 'chevrotain';
import type { Arithmetic, ExtractField, IntervalUnit, TextFunction } from './expression';
import { asOperand, dayOf, placeOf, unquoted, wholeOf, type IntervalTerm, type Term } from './terms';
import * as t from './tokens';

/** Whoever adds the rules of conditions analyses all of them. */
export abstract class OperandGrammar extends EmbeddedActionsParser {
  constructor() {
    super(t.TOKENS, { recoveryEnabled: false, maxLookahead: 2 });
  }

  /** What may stand in parentheses. */
  protected abstract readonly orTerm: ParserMethod<[], Term>;

  protected readonly sum = this.RULE('sum', (): Term => {
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
