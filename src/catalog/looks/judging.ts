import type { Judging } from '@/core/catalogue';

/**
 * Where a technician draws the line. Shop estimates throughout, held against the 75 bench cases
 * (`src/ask/diagnosis/benchCases.test.ts`) and the worked ones; `trifling` is common practice.
 */
export const judging: Judging = {
  alikeShare: 0.008,
  alikeCertainShare: 0.03,
  waitsShare: 0.04,
  telling: 0.05,
  certain: { cheap: 0.9, dear: 0.95 },
  sure: 0.75,
  likely: 0.7,
  triedFirst: 0.25,
  fewMinutes: 2,
  hardlyShare: 0.003,
  unlikely: 0.05,
  trifling: 0.03,
  dearMinutes: 5,
  longMinutes: 20,
  hangsShare: 0.2,
  openingGain: { other: 0.8, unlikely: 0.5 },
  glanceMinor: 60,
  beforeStoppingMinutes: 3,
  runsShare: 0.85,
  saleableShare: 0.5,
  findMinutes: 6,
};
