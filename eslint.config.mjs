import stylistic from '@stylistic/eslint-plugin'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['build/', 'node_modules/', '.react-router/', '.data/', '.generated/', 'docs/', 'test-results/'] },
  ...tseslint.configs.recommended,
  ...tseslint.configs.recommendedTypeCheckedOnly.map((each) => ({ ...each, files: ['**/*.{ts,tsx}'] })),
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { '@stylistic': stylistic },
    rules: {
      // Prettier breaks code and leaves words alone: a sentence on one line can be searched for.
      '@stylistic/max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
      'no-control-regex': 'error',
      'no-console': 'off',
      // A response that is thrown is React Router's way to answer.
      '@typescript-eslint/only-throw-error': [
        'error',
        {
          allow: [
            { from: 'lib', name: 'Response' },
            { from: 'package', package: 'react-router', name: 'DataWithResponseInit' },
          ],
        },
      ],
      // Functions of an interface may be taken out of it, and are compared strictly.
      '@typescript-eslint/method-signature-style': ['error', 'property'],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      eqeqeq: 'error',
      'prefer-const': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      'no-restricted-syntax': ['error', { selector: 'ExportAllDeclaration', message: 'Name what is exported.' }],
    },
  },
  // What is longer does more than one thing.
  {
    files: ['app/**/*.{ts,tsx}', 'core/**/*.ts', 'server/**/*.ts', 'reader/**/*.ts'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'max-lines-per-function': ['error', { max: 50 }] },
  },
  // What is particular to a kind stands on the kind; where it is asked for by name, the compiler knows the name (`isA`).
  {
    files: ['app/**/*.{ts,tsx}', 'core/**/*.ts', 'server/**/*.ts', 'reader/**/*.ts'],
    ignores: ['core/kinds/**', '**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportAllDeclaration', message: 'Name what is exported.' },
        {
          selector:
            'BinaryExpression:matches([left.property.name="name"][left.object.property.name="type"], [left.property.name="name"][left.object.name="type"]) > Literal.right',
          message: 'Ask `isA` or `isMark` of core/kinds/facts, or put what is particular to the kind on the kind.',
        },
      ],
    },
  },
  {
    files: ['app/**/*.tsx'],
    ignores: ['app/shell/dialog.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: 'antd',
              importNames: ['Modal'],
              message: 'Use `Dialog` of app/shell: it begins in its first field.',
            },
          ],
        },
      ],
    },
  },
  // A test reads what came as it came.
  {
    files: ['**/*.test.{ts,tsx}', 'test/**/*.{ts,tsx}'],
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', '@typescript-eslint/no-unsafe-return': 'off' },
  },
  {
    files: ['**/*.test.tsx'],
    rules: {
      // What is done in `act(async …)` is drawn to its end, whether it waits for something itself or not.
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
)
