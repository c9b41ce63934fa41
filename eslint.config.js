import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** The core has no clock, no chance and no world of its own: these names must not stand in it. */
const OUTSIDE_CORE = [
  'Date',
  'window',
  'document',
  'fetch',
  'process',
  'setTimeout',
  'setInterval',
  'localStorage',
  'crypto',
  'performance',
  'console',
]

export default tseslint.config(
  { ignores: ['**/node_modules/', '.build/', '.data/', '.shots/', 'docs/', 'test-results/'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: { 'vue/multi-word-component-names': 'off', 'vue/require-default-prop': 'off' },
  },
  {
    files: ['**/*.{ts,vue,mjs,js}'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-namespace': ['error', { allowDeclarations: true }],
      'no-console': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  { files: ['web/src/**/*.vue'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...OUTSIDE_CORE.map((name) => ({ name, message: 'The core is pure: hand it in.' }))],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Seeds are handed in.' }],
      '@typescript-eslint/no-explicit-any': 'error',
    },
  },
  { files: ['**/*.test.ts', '**/*.spec.ts', 'tests/**'], rules: { '@typescript-eslint/no-non-null-assertion': 'off' } },
  prettier,
)
