/** @jest-environment node */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as ts from 'typescript';

const PAGE = readFileSync('docs/words.md', 'utf8');

/** Words of the third column that have no meaning of their own, which would stand in brackets after them. */
const notCalled = [...PAGE.split('## What is done', 1)[0]!.matchAll(/^\|[^|]+\|[^|]+\|([^|]+)\|$/gm)]
  .flatMap(([, cell]) => cell!.split(/,(?![^(]*\))/))
  .map((word) => word.trim())
  .filter((word) => /^[a-z][a-z ]+$/.test(word) && word !== 'not called');

const quotedIn = (start: string) => {
  const line = PAGE.slice(PAGE.indexOf(start)).split(/\n(?=- )/, 1)[0]!;
  return [...line.matchAll(/"([^"]+)"/g)].map(([, quoted]) => quoted!);
};
const notLabels = quotedIn('- No label is just');
const notSaid = quotedIn('- No text says').filter((quoted) => quoted !== 'all');

interface Text {
  readonly words: string;
  readonly place: string;
}

const isWritten = (node: ts.Node): node is ts.JsxText | ts.LiteralLikeNode =>
  ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isTemplateLiteralToken(node);

/** What the source says in words: texts of elements, and literals that are more than a code. */
function textsIn(file: string, source: string): Text[] {
  const texts: Text[] = [];
  const root = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isLiteralTypeNode(node)) return;
    if (isWritten(node)) {
      const words = node.text.trim().replace(/\s+/g, ' ');
      const isSaid = ts.isJsxText(node) || words.includes(' ') || /^[A-Z][a-z]+$/.test(words);
      const line = root.getLineAndCharacterOfPosition(node.getStart()).line + 1;
      if (isSaid && !/^(GET|POST|PUT|PATCH|DELETE) \//.test(words))
        texts.push({ words, place: `${file}:${line}` });
    }
    ts.forEachChild(node, visit);
  };
  visit(root);
  return texts;
}

/** Texts that say what is not to be said, with their places. */
function unwanted(texts: readonly Text[]): string[] {
  const said = new RegExp(String.raw`\b(${[...notCalled, ...notSaid].join('|')})s?\b`, 'i');
  return texts
    .filter(({ words }) => said.test(words) || notLabels.includes(words))
    .map(({ words, place }) => `${place} ${words}`);
}

test('the page names what is not to be said', () => {
  expect(notCalled).toEqual([
    'calendar table',
    'comparison period',
    'filter',
    'matrix',
    'date field',
    'metric',
    'widget',
    'simulation',
  ]);
  expect(notLabels).toEqual(['Holds', 'Face', 'Along', 'Export']);
  expect(notSaid).toEqual(['every group', 'from a cube', 'stop sharing']);
});

test.each([
  ['<Button>Add a filter</Button>', ['a.tsx:1 Add a filter']],
  ['<Button aria-label={`Filters of ${name}`} />', ['a.tsx:1 Filters of']],
  ["const label = 'Along';", ['a.tsx:1 Along']],
  ["const rows = all.filter((row) => row.kind === 'matrix');", []],
  ["type Kind = 'Along'; import x from 'every group';", []],
])('of %s is told %j', (source, told) => {
  expect(unwanted(textsIn('a.tsx', source))).toEqual(told);
});

test('no text of the application says it', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
    (file) => /\.tsx?$/.test(file) && !/testing|\.test\./.test(file),
  );
  const texts = files.flatMap((file) => textsIn(join('src', file), readFileSync(join('src', file), 'utf8')));
  expect(texts.length).toBeGreaterThan(3_000);
  expect(unwanted(texts)).toEqual([]);
});
