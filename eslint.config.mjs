import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** Where one folder may know another is held by .dependency-cruiser.mjs; here is what a line may say. */
const NO_RANDOM = {
  selector: "MemberExpression[object.name='Math'][property.name='random']",
  message: 'Take a seed instead.',
};

/** A field is declared once and drawn by the kit; what a view draws by itself would be read by itself. */
const OWN_FIELDS = {
  name: '@mui/material',
  importNames: ['TextField', 'Select', 'Switch', 'Slider', 'Radio', 'InputBase', 'OutlinedInput'],
  message: 'Draw a declared field with FieldOf or FieldIn; what finds or filters, with Find or OneOf.',
};

/** Views ask the server through hooks of web/session alone. */
const ASKS_THE_SERVER = {
  group: ['**/session/api'],
  importNames: ['api', 'sendFile'],
  message: 'Ask the server through a hook in web/session.',
};

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      'no-restricted-syntax': ['error', NO_RANDOM],
    },
  },
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true, requireDefaultForNonUnion: false },
      ],
    },
  },
  { files: ['**/*.mjs', 'scripts/**'], languageOptions: { globals: globals.node } },
  { files: ['web/**/*.{ts,tsx}'], plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  // Every size of type is one of the theme's.
  {
    files: ['web/**/*.{ts,tsx}'],
    ignores: ['web/kit/theme.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        NO_RANDOM,
        {
          selector: "Property[key.name='fontSize'] > Literal[raw=/^[0-9]/]",
          message: 'Take a size of the theme: small, text, head, page, or one of the stage.',
        },
        {
          selector: "Property[key.name='fontSize'] > ObjectExpression > Property > Literal[raw=/^[0-9]/]",
          message: 'Take a size of the theme: small, text, head, page, or one of the stage.',
        },
      ],
    },
  },
  {
    files: ['web/{features,app,live}/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [OWN_FIELDS],
          patterns: [ASKS_THE_SERVER],
        },
      ],
    },
  },
  {
    files: ['web/session/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { paths: [OWN_FIELDS] }] },
  },
  {
    files: ['web/{door,check,workers}/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: [ASKS_THE_SERVER] }] },
  },
  // Core does no I/O, reads no clock and speaks no language but the one it is told.
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.d.ts', 'core/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'react*', '@mui/*', 'express', 'better-sqlite3', '@hearty/*'],
              message: 'Core stands by itself: no interface code, no I/O.',
            },
          ],
        },
      ],
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
      'no-restricted-syntax': [
        'error',
        NO_RANDOM,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'A time comes in as an argument.',
        },
        {
          selector: "CallExpression[callee.name='Date']",
          message: 'A time comes in as an argument.',
        },
        {
          selector: "CallExpression[callee.property.name='localeCompare'][arguments.length<2]",
          message: 'Name the locale: the same input gives the same order on every machine.',
        },
        {
          selector: 'CallExpression[callee.property.name=/^toLocale/][arguments.length=0]',
          message: 'Name the locale: the same input gives the same words on every machine.',
        },
      ],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
    },
  },
);
