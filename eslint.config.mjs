import eslint from '@eslint/js';
import ngrxPlugin from '@ngrx/eslint-plugin/v9';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const ngrx = ngrxPlugin.default ?? ngrxPlugin;
const ngrxAll = [ngrx.configs.store, ngrx.configs.effects, ngrx.configs.signals].flat();

const fromOutside = (allowed, message) => ({ regex: `^(?!${['\\.', ...allowed].join('|')})`, message });

const sizes = {
  'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
  'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
  complexity: ['error', 10],
  'max-params': ['error', 3],
};

const clocks = ['Date', 'performance', 'setTimeout', 'setInterval', 'process', 'fetch', 'document', 'window'];

export default tseslint.config(
  { ignores: ['dist/', '.angular/', '.alnage/', '**/node_modules/', 'bench/make-instance.mjs'] },
  {
    files: ['**/*.ts'],
    extends: [eslint.configs.recommended, ...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      ...sizes,
      eqeqeq: 'error',
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-invalid-void-type': 'off',
    },
  },
  {
    files: ['packages/core/**/*.ts'],
    ignores: [
      ...['**/*.test.ts', '**/testing/seeds.ts', '**/vitest.config.ts'],
      ...['**/cli.ts', '**/plan-task.ts', '**/plan-elsewhere.ts'],
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            fromOutside(
              ['ml-levenberg-marquardt$'],
              'the core imports nothing but itself and what it fits with',
            ),
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        ...clocks.map((name) => ({ name, message: 'the core has no clock and no outside' })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'randomness is passed in, seeded' },
      ],
    },
  },
  {
    files: ['packages/contract/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            fromOutside(
              ['@alnage/core/[a-z]+$', 'typebox$'],
              'the contract knows parts of the core, and TypeBox, alone',
            ),
          ],
        },
      ],
    },
  },
  {
    files: ['apps/server/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(@angular|@ngrx|@alnage/web|@alnage/core/|@alnage/contract/)',
              message: 'not in the server',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['apps/server/src/week/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression > MemberExpression.callee[property.name="transaction"]',
          message: 'a reading is part of what somebody does, and so of their transaction',
        },
      ],
    },
  },
  {
    files: ['apps/web/**/*.ts'],
    extends: [...angular.configs.tsRecommended, ...ngrxAll],
    processor: angular.processInlineTemplates,
    rules: {
      // an effect here is one expression: a pipe
      '@ngrx/prefer-effect-callback-in-block-statement': 'off',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'al', style: 'kebab-case' }],
      '@angular-eslint/component-class-suffix': 'off',
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(node:|fastify|typeorm|pg$|@alnage/server|@alnage/core/[a-z]+/|@alnage/contract/)',
              message: 'not in the web',
            },
            {
              regex: '^@alnage/core$',
              message: 'take it from its part, @alnage/core/…: a page loads the parts that it names',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['apps/web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // rows and shapes are chosen by a click as well as by the button or the table beside them, and by arrow keys
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
    },
  },
  {
    files: ['**/*.test.ts', '**/*.spec.ts', 'e2e/**/*.ts', '**/testing/*.ts'],
    rules: {
      'max-lines-per-function': 'off',
      'max-params': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
      '@typescript-eslint/no-empty-function': 'off',
    },
  },
  {
    files: ['apps/server/src/main.ts', 'apps/web/src/main.ts', 'bench/*.ts'],
    rules: { 'no-console': 'off' },
  },
  { files: ['**/demo/demo-*.ts', '**/migrations/*.ts', '**/index.ts'], rules: { 'max-lines': 'off' } },
);
