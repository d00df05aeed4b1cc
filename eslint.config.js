import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'server/drizzle/**'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      // The type of what a shape describes has a name of its own, which is what people read.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-restricted-syntax': ['error', { selector: 'ExportDefaultDeclaration', message: 'Name what is exported.' }],
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', ...['window', 'document', 'navigator', 'localStorage', 'fetch', 'process', 'Buffer', 'performance', 'setTimeout', 'setInterval', 'requestAnimationFrame', 'Date', 'crypto'].map((name) => ({ name, message: 'The core knows neither the browser, nor Node, nor the clock.' }))],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'The core has no randomness.' }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['{core,web,server,cli}/src/**/*.{ts,tsx}'],
    rules: {
      // Where it cannot be said in types, the reason stands beside it.
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-assertions': ['error', { assertionStyle: 'never' }],
      'no-restricted-syntax': [
        'error', { selector: 'ExportDefaultDeclaration', message: 'Name what is exported.' },
        { selector: 'CatchClause:not([param])', message: 'Say what is caught: orElse, or an error that is looked at.' },
      ],
    },
  },
  { files: ['**/*.test.ts', '**/test/**'], rules: { 'max-lines-per-function': 'off' } },
  { files: ['**/vite.config.ts', '**/drizzle.config.ts', '**/*.config.{js,mjs}'], rules: { 'no-restricted-syntax': 'off' } },
)
