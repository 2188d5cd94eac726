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
  { files: ['scripts/**', 'bench/**', 'tests/**'], rules: { 'no-console': 'off' } },
  { files: ['src/formats/print/**'], rules: { 'jsx-a11y/alt-text': 'off' } }, // PDF images, not HTML
  { files: ['.dependency-cruiser.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
