import { catalogue } from '@/catalog';
import { outsideLook, firstPower } from '@/catalog/looks/rounds';
import { CHASSIS, WHOLE_LOOK, type LotSource } from '@/core/catalogue';
import { factsOf, observable } from '@/core/belief/facts';
import { appliesTo } from '@/core/belief/model';
import { seededRandom } from '@/core/random';
import { drawFaults, SimulatedMachine } from '@/core/simulate/machine';
import { CLOSED } from '@/core/minutes/opening';
import { evaluateUnit } from '@/core/steps/evaluate';
import { engineFor } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import { figures, ms } from './figures';

/**
 * Next step on the full catalogue: records of up to 25 answers of machines drawn from the priors with as many
 * faults as there happen to be; the whole evaluation and the posterior alone, and how much of belief was
 * followed. `npm run bench:steps -- [machines]`
 */
const machines = Number(process.argv[2] ?? 2000);
const WARM = 40;
const SOURCES: readonly LotSource[] = ['clearout', 'broken', 'rejects', 'auction'];
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

const random = seededRandom(2026);
const whole: number[] = [];
const alone: number[] = [];
let followed = 0;
let faults = 0;
let settled = 0;
for (let n = 0; n < machines + WARM; n++) {
  const chassis = CHASSIS[n % CHASSIS.length];
  const source = SOURCES[Math.floor(random() * SOURCES.length)];
  const engine = engineFor(catalogue, { chassis, source });
  const present = drawFaults(engine.model, random);
  const machine = new SimulatedMachine(engine.model, present, n);
  const own = catalogue.findings.filter((finding) => appliesTo(finding, chassis));
  const rest = own.filter((finding) => finding.stage === 'bench' && finding.id !== WHOLE_LOOK);
  const order = [
    ...own.filter((finding) => outsideLook.includes(finding.id)),
    ...own.filter((finding) => firstPower.includes(finding.id)),
    ...Array.from({ length: 80 }, () => rest[Math.floor(random() * rest.length)]),
  ];
  const size = Math.floor(random() * 26);
  const record: Sighted[] = [];
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  for (const finding of new Set(order)) {
    if (record.length >= size) break;
    if (!observable(finding, factsOf(seen))) continue;
    const outcome = machine.look(finding.id);
    record.push({ kind: 'finding', id: finding.id, outcome });
    seen.push({ finding, outcome });
  }
  let start = performance.now();
  const { covered } = evaluateUnit(catalogue, {
    chassis,
    source,
    record,
    bench: { ...CLOSED, plugged: true },
    worth,
    priceLowMinor: 7000,
    priceHighMinor: 9000,
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
  });
  const evaluated = performance.now() - start;
  start = performance.now();
  const posterior = engine.posterior(
    record.map((entry) => ({
      kind: 'finding',
      finding: (entry as { id: string }).id,
      outcome: (entry as { outcome: number }).outcome,
    })),
  );
  if (n < WARM) continue;
  alone.push(performance.now() - start);
  whole.push(evaluated);
  followed += Number(covered >= 0.99);
  faults += present.length;
  settled += posterior.acting.fixed.length;
}

const [w, a] = [figures(whole), figures(alone)];
console.log(
  `catalogue: ${catalogue.causes.length} causes, ${catalogue.findings.length} findings, ${catalogue.repairs.length} repairs; ${machines} machines with ${(faults / machines).toFixed(2)} faults and ${(settled / machines).toFixed(2)} causes seen, one core`,
);
console.log(`whole evaluation: median ${ms(w.median)}, p95 ${ms(w.p95)}`);
console.log(`posterior alone:  median ${ms(a.median)}, p95 ${ms(a.p95)}`);
console.log(`belief followed to 0.99 or more: ${((100 * followed) / machines).toFixed(1)} % of machines`);
