import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

/** Unit tests by the rooms of `stryker.config.mjs`: what must notice a broken line of a room. */
const TESTS = {
  ledger: ['src/core/ledger', 'src/core/money'],
  price: ['src/core/price', 'src/shop/units'],
  minutes: ['src/core/minutes', 'src/core/hands', 'src/core/clean'],
  gate: ['src/core/record', 'src/core/safety', 'src/core/steps/hazards', 'src/core/steps/judgement'],
  belief: ['src/core/belief'],
  steps: ['src/core/steps'],
  instruments: ['src/core/instruments'],
};
const asked = (process.env.OMNITROPE_ROOMS ?? 'ledger,price,minutes,gate').split(',');

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('../src', import.meta.url)) } },
  test: {
    include: asked.flatMap((room) => (TESTS[room] ?? []).map((from) => `${from}{/**/*,*}.test.ts`)),
    environment: 'node',
    testTimeout: 60_000,
  },
});
