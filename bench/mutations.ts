/**
 * Shows that tests can fail: changes the code in one place at a time, as a slip would, and runs the unit tests nearest to
 * the file by its imports. A change that none of them notices survives, whether or not one farther off would notice.
 * The code is put back after each.
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
/** Files of tests that are run for a change. */
const MOST_TESTS = 24;

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

const filesIn = (root: string) =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .map((name) => path.join(root, name))
    .filter((name) => /\.tsx?$/.test(name))
    .sort();
const isTest = (file: string) => /\.test\.tsx?$/.test(file);

/** Who imports a file, by the file. */
function importersOf(sources: readonly string[]): Map<string, string[]> {
  const importers = new Map<string, string[]>();
  for (const source of sources) {
    for (const [, name] of readFileSync(source, 'utf8').matchAll(/(?:from|import\(|import) ?'(\.[^']+)'/g)) {
      const base = path.join(path.dirname(source), name!);
      const file = [base, `${base}.ts`, `${base}.tsx`, path.join(base, 'index.ts')].find((entry) =>
        known.has(entry),
      );
      if (file) importers.set(file, [...(importers.get(file) ?? []), source]);
    }
  }
  return importers;
}

/** Files of tests by how many imports lie between them and a file; of those equally far, the ones in folders near it first. */
function nearestTests(file: string): string[] {
  const folderOf = path.dirname(file);
  const steps = (test: string) => path.relative(folderOf, test).split(path.sep).length;
  const seen = new Set([file]);
  const tests: string[] = [];
  for (let ring = [file]; ring.length > 0 && tests.length < MOST_TESTS;) {
    ring = ring.flatMap((entry) => importers.get(entry) ?? []).filter((entry) => !seen.has(entry));
    ring = [...new Set(ring)];
    for (const entry of ring) seen.add(entry);
    tests.push(...ring.filter(isTest).sort((a, b) => steps(a) - steps(b)));
  }
  return tests.slice(0, MOST_TESTS);
}

const known = new Set(['src', 'cli', 'demo'].flatMap(filesIn));
const importers = importersOf([...known]);
const files = filesIn(folder).filter((name) => !isTest(name) && !/testing|src\/app\//.test(name));
const all = files.flatMap(changesIn);
const random = new Random(seed);
const chosen = Array.from({ length: wanted }, () => all[random.whole(0, all.length - 1)]!);

/** Whether a test fails with the change. */
function isNoticed({ file, from, to, text }: Change): boolean {
  const tests = nearestTests(file);
  if (tests.length === 0) return false;
  const before = readFileSync(file, 'utf8');
  writeFileSync(file, before.slice(0, from) + text + before.slice(to));
  try {
    const { status } = spawnSync(
      path.join('node_modules', '.bin', 'jest'),
      ['--runTestsByPath', ...tests, '--bail', '--silent', '--ci'],
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
