import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';

/** What the compiler knows: all that tsconfig.json names. */
const TYPED = ['{src,cli,demo,e2e,bench,scripts,testing}/**/*.{ts,tsx}'];
const TESTS = ['**/*.test.{ts,tsx}', '**/testing/**', '**/testing.{ts,tsx}', 'e2e/**'];

export default tseslint.config(
  { ignores: ['.next/**', '.next-test/**', '.program/**', '.data/**', 'node_modules/**', 'next-env.d.ts'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...tseslint.configs.strictTypeCheckedOnly.map((entry) => ({ ...entry, files: TYPED })),
  {
    files: TYPED,
    languageOptions: { parserOptions: { project: ['tsconfig.json'], tsconfigRootDir: import.meta.dirname } },
    rules: {
      // A method that is handed on by itself has lost what it belongs to; a function has not.
      '@typescript-eslint/method-signature-style': ['error', 'property'],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      // By code points, as the database counts letters.
      '@typescript-eslint/no-misused-spread': ['error', { allow: ['string'] }],
      // What a database sends is not always what the type of its driver says.
      '@typescript-eslint/no-unnecessary-type-conversion': 'off',
    },
  },
  {
    // What is set up before tests may not have come to be when it is put away.
    files: TESTS,
    rules: {
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/require-await': 'off',
      // Matchers stand for what they match, answers for what a test expects, cells for their texts.
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
    },
  },
  {
    // A dashboard that is written down is as long as it is.
    files: TYPED,
    ignores: [...TESTS, 'demo/dashboards/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      // A list of cases by kind is one way through, however many kinds there are.
      complexity: ['error', { max: 15, variant: 'modified' }],
    },
  },
  {
    // A text from outside must not hold the server for as long as whoever wrote it likes.
    files: ['{src,cli}/**/*.{ts,tsx}'],
    ignores: TESTS,
    plugins: { regexp },
    rules: { 'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }] },
  },
  {
    // Its rules compile each file: only where there is React.
    files: ['src/{app,features,theme}/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs.recommended.rules,
  },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  { files: ['cli/**', 'bench/**', 'e2e/run*.ts'], rules: { 'no-console': 'off' } },
  { files: ['src/engine/**'], rules: { 'no-console': ['error', { allow: ['error'] }] } },
  { files: ['**/*.mjs'], languageOptions: { globals: { process: 'readonly', URL: 'readonly' } } },
);
