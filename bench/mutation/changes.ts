/** Places in the code where a slip can be made, and what the slip makes of them. */
import { readFileSync } from 'node:fs';
import ts from 'typescript';

/** Offsets in the text of a file; the end is exclusive. */
interface Span {
  readonly from: number;
  readonly to: number;
}

export interface Change extends Span {
  readonly file: string;
  /** What stands there after the slip. */
  readonly text: string;
  /** The expression that it lies in, or is. */
  readonly expression: Span;
  /** Where, what it was and what it becomes, for whoever reads the result. */
  readonly words: string;
}

/** What an operator is mistaken for. */
const MISTAKEN = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
]);

const spanOf = (node: ts.Node): Span => ({ from: node.getStart(), to: node.getEnd() });

/** What can be mistaken at a node; undefined for most. */
function changeAt(node: ts.Node): Pick<Change, 'from' | 'to' | 'text' | 'expression'> | undefined {
  if (ts.isBinaryExpression(node)) {
    const text = MISTAKEN.get(node.operatorToken.kind);
    return text === undefined ? undefined : { ...spanOf(node.operatorToken), text, expression: spanOf(node) };
  }
  const span = spanOf(node);
  if (node.kind === ts.SyntaxKind.TrueKeyword) return { ...span, text: 'false', expression: span };
  if (node.kind === ts.SyntaxKind.FalseKeyword) return { ...span, text: 'true', expression: span };
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
    return { from: span.from, to: node.operand.getStart(), text: '', expression: span };
  if (ts.isIfStatement(node)) {
    const condition = spanOf(node.expression);
    return { ...condition, text: 'false', expression: condition };
  }
  return undefined;
}

/** Every place of a file where a slip can be made, in the order of the text. Types are not among them. */
export function changesIn(file: string): Change[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const changes: Change[] = [];
  const visit = (node: ts.Node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return;
    const change = changeAt(node);
    if (change) {
      const { line } = source.getLineAndCharacterOfPosition(change.from);
      const before = text.slice(change.from, change.to).replace(/\s+/g, ' ').slice(0, 60);
      changes.push({ file, ...change, words: `${file}:${line + 1} “${before}” to “${change.text}”` });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return changes;
}

/** The text of a file with a slip made in it. */
export const changed = (text: string, { from, to, text: slip }: Change): string =>
  text.slice(0, from) + slip + text.slice(to);
