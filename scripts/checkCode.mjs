/**
 * Lint and types at once: the rules that know types and the compiler share one program, so that what it works out is
 * worked out once. Prints what is wrong; ends with 1 where something is.
 */
import path from 'node:path';
import process from 'node:process';
import { ESLint } from 'eslint';
import ts from 'typescript';

const PROJECT = path.resolve(import.meta.dirname, '..');
const host = { ...ts.sys, onUnRecoverableConfigFileDiagnostic: (problem) => fail([problem]) };
const { options, fileNames, projectReferences } = ts.getParsedCommandLineOfConfigFile(
  path.join(PROJECT, 'tsconfig.json'),
  { noEmit: true, incremental: false },
  host,
);
const program = ts.createProgram({ rootNames: fileNames, options, projectReferences });
// Before the rules: what they ask the compiler on their way is no part of the code.
const problems = ts.getPreEmitDiagnostics(program);
if (problems.length > 0) fail(problems);
const eslint = new ESLint({
  cwd: PROJECT,
  overrideConfig: [
    { files: ['**/*.{ts,tsx}'], languageOptions: { parserOptions: { project: null, programs: [program] } } },
  ],
});
const results = await eslint.lintFiles(['.']);
const formatter = await eslint.loadFormatter('stylish');
const words = await formatter.format(results);
if (words !== '') process.stdout.write(words);
const isClean = results.every(({ errorCount, warningCount }) => errorCount + warningCount === 0);
process.exitCode = isClean ? 0 : 1;

function fail(problems) {
  const at = {
    getCurrentDirectory: () => PROJECT,
    getCanonicalFileName: (name) => name,
    getNewLine: () => '\n',
  };
  process.stdout.write(ts.formatDiagnostics(problems, at));
  process.exit(1);
}
