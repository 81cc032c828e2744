import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const noSaveOnVersioned = {
  selector: "CallExpression[callee.property.name='save']",
  message: 'save() loses updates of versioned rows: write with update … where id and version.',
};
const noFetchInViews = {
  selector: "CallExpression[callee.name='fetch']",
  message: 'Ask the server through the endpoints in api/.',
};

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**', '.cache/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'no-restricted-syntax': ['error', noSaveOnVersioned],
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['apps/web/src/views/**', 'apps/web/src/shell/**', 'apps/web/src/ui/**'],
    rules: { 'no-restricted-syntax': ['error', noSaveOnVersioned, noFetchInViews] },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'fetch', 'process', 'window', 'document', 'setTimeout'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', '*.js'],
    languageOptions: {
      globals: Object.fromEntries(
        [
          'process',
          'console',
          'URL',
          'setTimeout',
          'clearTimeout',
          'setInterval',
          'clearInterval',
          'AbortController',
          'fetch',
          'Buffer',
          'module',
          'performance',
          'AbortSignal',
          'TextDecoder',
        ].map((name) => [name, 'readonly']),
      ),
    },
  },
);
