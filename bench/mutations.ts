/**
 * Shows that tests can fail: changes the code in one place at a time, as a slip would, and runs the unit tests that the
 * file has to do with. A change that no test notices survives. The code is put back after each.
 * Run: npx tsx bench/mutations.ts [changes] [seed] [folder, such as src/core]
 */
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { Random } from '../demo/random';

const wanted = Number(process.argv[2] ?? 60);
const seed = Number(process.argv[3] ?? 1);
const folder = process.argv[4] ?? 'src';
/** Tests that take longer than this have noticed: a loop does not end. */
const LONGEST_MS = 240_000;

interface Change {
  readonly file: string;
  readonly from: number;
  readonly to: number;
  readonly text: string;
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

/** Texts are put together by plus, too; turned into a difference they would not even compile. */
const isOfText = (node: ts.BinaryExpression) =>
  node.operatorToken.kind === ts.SyntaxKind.PlusToken &&
  [node.left, node.right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side));

/** What can be mistaken at a node; undefined for most. */
function changeAt(node: ts.Node): Pick<Change, 'from' | 'to' | 'text'> | undefined {
  if (ts.isBinaryExpression(node) && !isOfText(node)) {
    const { operatorToken } = node;
    const text = MISTAKEN.get(operatorToken.kind);
    return text === undefined
      ? undefined
      : { from: operatorToken.getStart(), to: operatorToken.getEnd(), text };
  }
  const [from, to] = [node.getStart(), node.getEnd()];
  if (node.kind === ts.SyntaxKind.TrueKeyword) return { from, to, text: 'false' };
  if (node.kind === ts.SyntaxKind.FalseKeyword) return { from, to, text: 'true' };
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
    return { from, to: node.operand.getStart(), text: '' };
  if (ts.isIfStatement(node))
    return { from: node.expression.getStart(), to: node.expression.getEnd(), text: 'false' };
  return undefined;
}

/** Every place of a file where a slip can be made. Types, schemas' words and styles are not among them. */
function changesIn(file: string): Change[] {
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

const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .map((name) => path.join(folder, name))
  .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$|testing|src\/app\//.test(name))
  .sort();
const all = files.flatMap(changesIn);
const random = new Random(seed);
const chosen = Array.from({ length: wanted }, () => all[random.whole(0, all.length - 1)]!);

/** Whether a test fails with the change. */
function isNoticed({ file, from, to, text }: Change): boolean {
  const before = readFileSync(file, 'utf8');
  writeFileSync(file, before.slice(0, from) + text + before.slice(to));
  try {
    const { status } = spawnSync(
      path.join('node_modules', '.bin', 'jest'),
      ['--findRelatedTests', file, '--bail', '--silent', '--ci', '--passWithNoTests'],
      { stdio: 'ignore', timeout: LONGEST_MS, killSignal: 'SIGKILL' },
    );
    return status !== 0;
  } finally {
    writeFileSync(file, before);
  }
}

const survivors: Change[] = [];
chosen.forEach((change, i) => {
  const noticed = isNoticed(change);
  if (!noticed) survivors.push(change);
  console.log(`${i + 1} of ${wanted}: ${noticed ? 'noticed ' : 'SURVIVED'} ${change.words}`);
});
const noticed = chosen.length - survivors.length;
console.log(
  `${noticed} of ${chosen.length} changes were noticed (${Math.round((100 * noticed) / chosen.length)} %), out of ${all.length} places in ${files.length} files`,
);
