import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) };

const slowed = Number(process.env.OMNITROPE_SLOWED ?? 1);

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'bench/**/*.test.ts'],
          environment: 'node',
          testTimeout: 60_000,
          // nothing else runs beside them: every processor is theirs, and nothing of the core keeps a state
          maxWorkers: '100%',
          isolate: false,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          environment: 'node',
          // a fence against what hangs, not a measure: a script goes through a drive sector by sector
          testTimeout: 180_000,
          hookTimeout: 120_000,
          // a file has a database of its own: three at a time stand in nobody's way, for some wait most of the time
          maxWorkers: 3,
          isolate: false,
          globalSetup: ['tests/server/database.setup.ts'],
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          environment: 'node',
          // `bench/slow.sh` slows the browser
          testTimeout: 180_000 * slowed * slowed,
          hookTimeout: 180_000 * slowed * slowed,
          fileParallelism: false,
          globalSetup: ['tests/browser/shop.setup.ts'],
        },
      },
    ],
  },
});
