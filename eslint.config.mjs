import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

const noImport = (group, message) => ({
  'no-restricted-imports': ['error', { patterns: [{ group, message }] }],
});

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'Take a seed instead.',
        },
      ],
    },
  },
  { files: ['**/*.mjs', 'scripts/**'], languageOptions: { globals: globals.node } },
  { files: ['web/**/*.{ts,tsx}'], plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  // Dependencies point one way: web, server, cli → core. Core knows none of them, does no I/O and reads no clock.
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.d.ts'],
    rules: {
      ...noImport(
        [
          '**/server/**',
          '**/web/**',
          '**/cli/**',
          '**/e2e/**',
          '@hearty/*',
          'node:*',
          'react*',
          '@mui/*',
          'express',
          'better-sqlite3',
        ],
        'Core stands by itself: no interface code, no I/O.',
      ),
      'no-restricted-globals': [
        'error',
        'fetch',
        'window',
        'document',
        'process',
        'setTimeout',
        'setInterval',
        'console',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'A time comes in as an argument.' },
      ],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    rules: noImport(
      ['**/server/**', '**/cli/**', '**/core/**', '@hearty/core/*'],
      'Use the public face: @hearty/core.',
    ),
  },
  {
    files: ['server/**/*.ts', 'cli/**/*.ts'],
    rules: noImport(['**/web/**', '**/core/**', '@hearty/core/*'], 'Use the public face: @hearty/core.'),
  },
);
