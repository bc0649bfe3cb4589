import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      'public/',
      'build/**',
      '.next/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
      'playwright-report/**',
      'tmp/**',
      'data/**',
    ],
  },
  ...tseslint.configs.strict,
  reactHooks.configs.flat.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-len': ['error', { code: 120 }],
    },
  },
  {
    // Rules that need the types of what they look at.
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { project: './tsconfig.check.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    files: ['src/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "JSXAttribute[name.name='style']",
          message: 'the policy of the pages lets no style attribute through: ui/Placed, or a styled component',
        },
      ],
    },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['src/ui/link.tsx'],
    rules: {
      'no-restricted-imports': ['error', { name: 'next/link', message: 'ui/link, which fetches nothing early' }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/tests/**'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'performance'],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'core/ takes its randomness as an argument',
        },
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'core/ takes the time as an argument',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core/ takes the time as an argument',
        },
      ],
    },
  },
)
