import next from 'eslint-config-next/core-web-vitals';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      '.bundles/**',
      'node_modules/**',
      '.data/**',
      '.test/**',
      'shots/**',
      'coverage/**',
      'next-env.d.ts',
      'src/db/migrations/**',
    ],
  },
  ...next,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrorsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-unused-expressions': 'off',
      '@next/next/no-assign-module-variable': 'off', // these are ES modules; a memory module is called module here
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': ['error', { allow: ['error', 'warn'] }],
    },
  },
  {
    // pictures from outside are opened in one place, which looks at them first
    files: ['src/**'],
    ignores: ['src/pictures/picture.ts', 'src/**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { paths: [{ name: 'sharp', message: 'Use pictures/picture.' }] }],
    },
  },
  {
    // what leaves the shop, and what is said of a drive's data, is written in one place each
    files: ['src/**'],
    ignores: ['src/shop/moves/movement.ts', 'src/shop/record/data.ts', 'src/**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "CallExpression[callee.property.name='insert'] > Identifier[name=/^(movements|erasures)$/]",
          message: 'Movements are written by shop/moves, what is said of data by shop/record/data.',
        },
        {
          selector:
            "CallExpression[callee.property.name='set'] Property[key.name='stage'] > Literal[value=/^(sold|gone)$/]",
          message: 'A machine leaves by shop/exit.',
        },
      ],
    },
  },
  {
    // what draws nothing has no hooks and no elements: its files are not gone through for them
    files: ['**/*.ts', '**/*.mjs'],
    ignores: ['src/ui/**', 'src/app/**'],
    rules: Object.fromEntries(
      next
        .flatMap(({ rules }) => Object.keys(rules ?? {}))
        .filter((name) => /^(react|react-hooks|jsx-a11y)\//.test(name))
        .map((name) => [name, 'off']),
    ),
  },
  { files: ['scripts/**', 'bench/**', 'tests/**'], rules: { 'no-console': 'off' } },
  { files: ['src/formats/print/**'], rules: { 'jsx-a11y/alt-text': 'off' } }, // PDF images, not HTML
  { files: ['.dependency-cruiser.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
