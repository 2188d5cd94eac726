// npm run mutants [-- rooms]: breaks lines of the core one at a time and asks the unit tests whether they notice.
const ROOMS = {
  ledger: ['src/core/ledger/*.ts', 'src/core/money/*.ts'],
  price: ['src/core/price/*.ts'],
  minutes: ['src/core/minutes/*.ts'],
  gate: ['src/core/record/drives.ts', 'src/core/safety/*.ts', 'src/core/steps/hazards.ts'],
  belief: ['src/core/belief/*.ts'],
  steps: ['src/core/steps/*.ts'],
  instruments: ['src/core/instruments/*.ts'],
};
const asked = (process.env.OMNITROPE_ROOMS ?? 'ledger,price,minutes,gate').split(',');

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
const options = {
  testRunner: 'vitest',
  vitest: { configFile: 'bench/mutants.vitest.mjs', related: false },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: [...asked.flatMap((room) => ROOMS[room] ?? []), '!src/**/*.test.ts'],
  // words for people are read by people
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  coverageAnalysis: 'perTest',
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.test/mutants.json' },
  clearTextReporter: { allowColor: false, reportTests: false, allowEmojis: false },
  tempDirName: '.test/mutants',
  // of the tree only what the unit tests read
  ignorePatterns: [
    '*',
    '!src/**',
    '!bench/**',
    '!tests/**',
    '!samples/**',
    '!package.json',
    '!tsconfig.json',
  ],
  thresholds: { high: 90, low: 80, break: 80 },
};
export default options;
