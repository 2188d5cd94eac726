import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) };

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: { name: 'unit', include: ['src/**/*.test.ts'], environment: 'node', testTimeout: 60_000 },
      },
      {
        resolve: { alias },
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          environment: 'node',
          testTimeout: 60_000,
          hookTimeout: 120_000,
          fileParallelism: false,
          globalSetup: ['tests/server/database.setup.ts'],
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          environment: 'node',
          testTimeout: 180_000,
          hookTimeout: 180_000,
          fileParallelism: false,
          globalSetup: ['tests/browser/shop.setup.ts'],
        },
      },
    ],
  },
});
