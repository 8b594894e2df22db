import prettier from 'eslint-config-prettier';
import jsdoc from 'eslint-plugin-jsdoc';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import ts from 'typescript-eslint';
import figures from './scripts/lint/figures.js';

export default ts.config(
  { ignores: ['dist', 'node_modules', 'test-results', 'playwright-report', '.cache'] },
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.{ts,vue}'],
    languageOptions: { parserOptions: { parser: ts.parser }, globals: { ...globals.browser } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/no-v-html': 'error',
      'vue/require-default-prop': 'off',
      'no-console': ['error', { allow: ['error'] }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.{mjs,cjs,js}', 'scripts/**', 'server/**', 'e2e/**'],
    languageOptions: { globals: globals.node },
    rules: { 'no-console': 'off', '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    // What the core offers says what it is: every exported function, its parameters by the names they have.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/test/**', 'core/**/test/**'],
    plugins: { jsdoc },
    rules: {
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: true,
          enableFixer: false,
          require: { ArrowFunctionExpression: true, FunctionDeclaration: true },
        },
      ],
      'jsdoc/check-tag-names': ['error', { definedTags: ['source'] }],
      'jsdoc/no-types': 'error',
      'jsdoc/check-param-names': [
        'error',
        { checkDestructured: false, disableMissingParamChecks: true },
      ],
    },
  },
  {
    // Every limit stands once, in core/limits, and no sentence has a figure of its own.
    files: ['core/**/*.ts'],
    ignores: [
      'core/**/*.test.ts',
      'core/test/**',
      'core/**/test/**',
      'core/limits/**',
      'core/catalogue/**',
      'core/quantity/**',
      'core/formats/templates.ts',
    ],
    plugins: { mizuna: figures },
    rules: { 'mizuna/no-figure-in-sentence': 'error', 'mizuna/limits-in-one-room': 'error' },
  },
  prettier,
);
