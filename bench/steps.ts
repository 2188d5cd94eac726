import { catalogue } from '@/catalog';
import { CHASSIS, type Chassis } from '@/core/catalogue';
import { drawIndex, seededRandom } from '@/core/random';
import { appliesTo, compileModel } from '@/core/belief/model';
import { BeliefEngine } from '@/core/belief/posterior';
import type { Evidence } from '@/core/belief/likelihood';
import { CLOSED } from '@/core/steps/bench';
import { evaluateUnit, type RecordEntry } from '@/core/steps/evaluate';
import { figures, ms, ratio } from './figures';

/**
 * Next step on the full catalogue: records of 0 to 14 findings of machines drawn from the model; the whole
 * evaluation (belief, what moved it, misfit check, ranked steps, range) and the posterior alone, and the same
 * posterior by plain enumeration beside it.
 */
const random = seededRandom(2026);
const worth = {
  soundMinor: 8000,
  feeShare: 0.08,
  finishMinutes: 30,
  asFoundShare: 0.45,
  asFoundMinutes: 9,
  parts: [
    { class: 'memory' as const, minor: 350 },
    { class: 'board' as const, minor: 450 },
  ],
  harvestMinutes: 16,
  recycleMinor: 10,
};

function machine(chassis: Chassis, size: number): RecordEntry[] {
  const causes = catalogue.causes
    .filter((cause) => cause.prior[chassis] && random() < cause.prior[chassis]!)
    .map((cause) => cause.id);
  const open = catalogue.findings.filter(
    (finding) => appliesTo(finding, chassis) && finding.stage !== 'claim',
  );
  return Array.from({ length: size }, () => open.splice(Math.floor(random() * open.length), 1)[0]).map(
    (finding) => {
      const acting = causes.some((cause) => finding.blockedBy?.includes(cause)) ? [] : causes;
      const shown = [
        finding.leak,
        ...acting.flatMap((cause) => (finding.by[cause] ? [finding.by[cause]] : [])),
      ].map((distribution) => drawIndex(distribution, random));
      return { kind: 'finding', id: finding.id, outcome: Math.max(...shown) };
    },
  );
}

/** Every set of at most two causes, every finding by its definition, nothing kept between findings. */
function naive(chassis: Chassis, record: RecordEntry[]): number[] {
  const causes = catalogue.causes.filter((cause) => cause.prior[chassis]);
  const sets: string[][] = [
    [],
    ...causes.map((cause) => [cause.id]),
    ...causes.flatMap((a, i) => causes.slice(i + 1).map((b) => [a.id, b.id])),
  ];
  const weights = sets.map((set) => {
    let p = causes.reduce(
      (product, cause) =>
        product * (set.includes(cause.id) ? cause.prior[chassis]! : 1 - cause.prior[chassis]!),
      1,
    );
    for (const entry of record) {
      const finding = catalogue.findings.find((candidate) => candidate.id === entry.id)!;
      const outcome = entry.kind === 'finding' ? entry.outcome : 0;
      const upTo = (distribution: number[], o: number) =>
        distribution.slice(0, o + 1).reduce((sum, value) => sum + value, 0);
      const acting = set.some((cause) => finding.blockedBy?.includes(cause)) ? [] : set;
      const parents = [
        finding.leak,
        ...acting.flatMap((cause) => (finding.by[cause] ? [finding.by[cause]] : [])),
      ];
      p *=
        parents.reduce((product, parent) => product * upTo(parent, outcome), 1) -
        (outcome > 0 ? parents.reduce((product, parent) => product * upTo(parent, outcome - 1), 1) : 0);
    }
    return p;
  });
  const total = weights.reduce((sum, w) => sum + w, 0);
  return weights.map((w) => w / total);
}

const whole: number[] = [];
const alone: number[] = [];
const plain: number[] = [];
let conflicts = 0;
for (let round = 0; round < 240; round++) {
  const chassis = CHASSIS[round % CHASSIS.length];
  const record = machine(chassis, round % 15);
  const evidence = record.map((entry): Evidence => ({
    kind: 'finding',
    finding: entry.id,
    outcome: (entry as { outcome: number }).outcome,
  }));
  let start = performance.now();
  try {
    evaluateUnit(catalogue, {
      chassis,
      source: 'clearout',
      record,
      bench: { ...CLOSED, plugged: true },
      worth,
      priceLowMinor: 7000,
      priceHighMinor: 9000,
      ratePerHourMinor: 1800,
      verifyMinutes: 4,
    });
  } catch {
    conflicts++;
    continue;
  }
  const evaluated = performance.now() - start;
  const engine = new BeliefEngine(compileModel(catalogue, { chassis, source: 'clearout' }));
  start = performance.now();
  engine.posterior(evidence);
  const posterior = performance.now() - start;
  start = performance.now();
  naive(chassis, record);
  const naively = performance.now() - start;
  if (round < 40) continue; // warming up
  whole.push(evaluated);
  alone.push(posterior);
  plain.push(naively);
}
const [w, a, n] = [figures(whole), figures(alone), figures(plain)];
console.log(
  `catalogue: ${catalogue.causes.length} causes, ${catalogue.findings.length} findings, ${catalogue.repairs.length} repairs; ${whole.length} records of 0 to 14 findings, one core${conflicts ? `; ${conflicts} records no two faults explain left out` : ''}`,
);
console.log(`whole evaluation, ranked next steps:   median ${ms(w.median)}, p95 ${ms(w.p95)}`);
console.log(`posterior alone, nothing kept yet:     median ${ms(a.median)}, p95 ${ms(a.p95)}`);
console.log(
  `the same by plain enumeration:         median ${ms(n.median)}, p95 ${ms(n.p95)}   (${ratio(n.median, a.median)} the posterior)`,
);
