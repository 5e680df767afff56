import eslint from '@eslint/js';
import angular from 'angular-eslint';
import { defineConfig, globalIgnores } from 'eslint/config';
import tseslint from 'typescript-eslint';

/** A step's kind is asked what it is like, in the table of kinds, and compared nowhere else. */
const KIND = {
  selector:
    "BinaryExpression[operator=/^[!=]==$/][left.property.name='kind'][right.value=/^(listen|change|hand|half|section|difference|join|whole|recording|sing|perform)$/]",
  message: 'Ask kindOf(step) what the step is like; kinds are told apart in steps/kinds alone.',
};
/** Positions are added up once, in the timeline. */
const BEATS = [
  'BinaryExpression[operator=/^[+-]$/] > MemberExpression[property.name=/^(beats|beat|atBeat)$/]',
  'AssignmentExpression[operator=/^[+-]=$/] > MemberExpression.right[property.name=/^(beats|beat|atBeat)$/]',
].map((selector) => ({
  selector,
  message:
    'Positions are added up in the timeline: read them from stretchOf, chordSpans or strokesIn.',
}));
const PUBLIC_SIGNAL = {
  selector:
    "PropertyDefinition[accessibility!='private'][accessibility!='protected'] > CallExpression[callee.name=/^(signal|linkedSignal)$/]",
  message:
    'A signal that others read is not theirs to write: keep it private and give it asReadonly().',
};
const SUBSCRIBE = {
  selector: "CallExpression[callee.property.name='subscribe']",
  message: 'Components do not subscribe: a state does, or toSignal, or a Task.',
};
/** Where things happen in time. */
const IN_TIME = [
  'apps/web/src/**/*.state.ts',
  'apps/web/src/{platform,store,sound,worked-out}/**/*.ts',
  'apps/web/src/features/{steps/teaching,lesson/lesson}.keeper.ts',
  'apps/web/src/features/bench/{song-sync,bench.findings}.ts',
];

const TESTS = ['**/*.spec.ts', '**/testing/**/*.ts', 'e2e/**/*.ts', 'packages/core/test/**/*.ts'];

export default defineConfig(
  globalIgnores(['**/dist/', '**/.angular/', '.harvu/', 'test-results/', 'playwright-report/']),
  eslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.mts'],
    extends: [tseslint.configs.strictTypeChecked, tseslint.configs.stylisticTypeChecked],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      complexity: ['error', 12],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 70, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 3],
      'no-console': 'error',
      'prefer-const': 'error',
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/explicit-function-return-type': [
        'error',
        { allowExpressions: true, allowTypedFunctionExpressions: true },
      ],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' },
      ],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // Signs such as ′ are written as what they are.
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      // It does not end on the types of component fixtures.
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      // Unions of names and numbers with an open end are meant as documentation.
      '@typescript-eslint/no-redundant-type-constituents': 'off',
      // Angular's components and the readers of the core are classes with little state.
      '@typescript-eslint/no-extraneous-class': 'off',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: TESTS,
    rules: {
      'no-restricted-globals': ['error', 'Date', 'performance', 'crypto', 'console'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness comes in as an argument.' },
        { object: 'Date', property: 'now', message: 'The time comes in as an argument.' },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'harvu', style: 'kebab-case' },
      ],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      // A template is part of its class; what it takes is not logic.
      'max-lines-per-function': 'off',
    },
  },
  {
    files: ['packages/core/src/**/*.ts', 'apps/*/src/**/*.ts', 'demo/src/**/*.ts'],
    ignores: [
      ...TESTS,
      'packages/core/src/steps/kinds/**',
      'packages/core/src/{timeline,units,rhythm}/**',
    ],
    rules: { 'no-restricted-syntax': ['error', KIND, ...BEATS] },
  },
  {
    files: ['packages/core/src/{timeline,rhythm}/**/*.ts'],
    ignores: TESTS,
    rules: { 'no-restricted-syntax': ['error', KIND] },
  },
  {
    files: IN_TIME,
    ignores: TESTS,
    rules: { 'no-restricted-syntax': ['error', KIND, ...BEATS, PUBLIC_SIGNAL] },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    ignores: [...TESTS, ...IN_TIME],
    rules: { 'no-restricted-syntax': ['error', KIND, ...BEATS, PUBLIC_SIGNAL, SUBSCRIBE] },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    ignores: [...TESTS, 'apps/web/src/**/*.api.ts', 'apps/web/src/platform/api.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          name: '@angular/common/http',
          importNames: ['HttpClient'],
          message: 'The server is asked by an *.api.ts, through platform/api.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.html'],
    extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility],
    rules: {
      // A label that is projected around its field is one the rule cannot see.
      '@angular-eslint/template/label-has-associated-control': 'off',
    },
  },
  {
    files: [
      'apps/server/src/**/*.ts',
      'apps/work/src/**/*.ts',
      'apps/web/src/**/*.api.ts',
      'packages/contract/src/**/*.ts',
    ],
    rules: {
      // The types of routes, services and schemas are read off what makes them.
      '@typescript-eslint/explicit-function-return-type': 'off',
    },
  },
  {
    // Tables are as long as what they list.
    files: ['**/*.data.ts'],
    rules: { 'max-lines': 'off' },
  },
  {
    files: TESTS,
    rules: {
      'max-lines-per-function': 'off',
      '@typescript-eslint/explicit-function-return-type': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        AbortSignal: 'readonly',
        Buffer: 'readonly',
        URL: 'readonly',
        clearInterval: 'readonly',
        clearTimeout: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        jasmine: 'readonly',
        module: 'writable',
        process: 'readonly',
        require: 'readonly',
        setInterval: 'readonly',
        setTimeout: 'readonly',
      },
    },
  },
);
