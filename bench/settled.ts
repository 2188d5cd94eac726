import { catalogue } from '@/catalog';
import { CLOSED } from '@/core/minutes/opening';
import { evaluateUnit } from '@/core/steps/evaluate';
import type { Sighted } from '@/core/steps/sighted';
import { figures, ms, ratio } from './figures';

/**
 * The whole evaluation of a laptop after twelve answers, of which 0, 4, 8, 12 each show a cause directly; the
 * others are what a sound machine shows.
 */
const ANSWERS = 12;
const worth = {
  soundMinor: 20000,
  feeShare: 0.08,
  finishMinutes: 30,
  asFoundShare: 0.45,
  asFoundMinutes: 9,
  parts: [{ class: 'memory' as const, minor: 350 }],
  harvestMinutes: 16,
  recycleMinor: 10,
};

const seen = new Set<string>();
const telling: Sighted[] = catalogue.findings
  .filter((finding) => (!finding.chassis || finding.chassis.includes('laptop')) && !finding.needs?.length)
  .flatMap((finding) => {
    const outcome = finding.outcomes.findIndex((each) => each.settles?.some((id) => !seen.has(id)));
    if (outcome < 0) return [];
    finding.outcomes[outcome].settles!.forEach((id) => seen.add(id));
    return [{ kind: 'finding', id: finding.id, outcome } as const];
  });
const plain: Sighted[] = catalogue.findings
  .filter(
    (finding) =>
      (!finding.chassis || finding.chassis.includes('laptop')) &&
      !finding.needs?.length &&
      finding.stage !== 'claim' &&
      finding.outcomes.every((outcome) => !outcome.settles),
  )
  .map(({ id }) => ({ kind: 'finding', id, outcome: 0 }));
const medians: number[] = [];
const p95s: number[] = [];
for (const count of [0, 4, 8, 12]) {
  const times: number[] = [];
  let words = '';
  for (let round = 0; round < 25; round++) {
    const record = Array.from({ length: ANSWERS }, (_, i) =>
      i < count ? telling[(round + i) % telling.length] : plain[(round + i) % plain.length],
    );
    const start = performance.now();
    const result = evaluateUnit(catalogue, {
      chassis: 'laptop',
      source: 'clearout',
      record,
      bench: { ...CLOSED, plugged: true },
      worth,
      priceLowMinor: 17000,
      priceHighMinor: 23000,
      ratePerHourMinor: 1800,
      verifyMinutes: 4,
    });
    times.push(performance.now() - start);
    words = `${result.best} ${Math.round(result.valueMinor)}`;
  }
  const { median, p95 } = figures(times.slice(5));
  medians.push(median);
  p95s.push(p95);
  console.log(
    `${count} causes seen directly: median ${ms(median)}, p95 ${ms(p95)} (median ${ratio(median, medians[0])}, p95 ${ratio(p95, p95s[0])} of none); last: ${words}`,
  );
}
