import { catalogue } from '@/catalog';
import { CHASSIS, LOT_SOURCES, type Catalogue, type Chassis, type LotSource } from '@/core/catalogue';
import { compileModel } from '@/core/belief/model';
import { BeliefEngine } from '@/core/belief/posterior';
import { reliability, type Forecast } from './calibration';
import { seededRandom } from '@/core/random';
import { drawFaults, perturbed, SimulatedMachine } from '@/core/simulate/machine';
import { figures } from '../figures';
import { complaintFrequencies, foretold, naiveBayes, type Rival } from '@/core/study/rivals';
import { followClairvoyant, followEngine, followList, followRandom, followRival } from './policies';
import { closedMachines } from './rivals';
import { Trial, type Outcome } from './trial';

/**
 * Minutes and money of six ways of working on the same seeded machines: this program, the fixed lists, the lists in
 * random order, two dull rivals fitted on other machines, and somebody who knows what is wrong. All go by the same rules:
 * there is no limit of minutes, and nobody's ending peeks but that of who knows. Machines come from the model itself and
 * from one moved by log-normal factors. npm run bench:diagnosis -- [machines] [model | moved] [seed]
 */
const machines = Number(process.argv[2] ?? 5000);
const which = process.argv[3] ?? 'model';
const seed = Number(process.argv[4] ?? 2026);
const SPREAD = 0.5;
/** Every perturbed world serves this many machines. */
const WORLD = 100;
/** Belief is noted at these numbers of steps. */
const CHECKPOINTS = [0, 2, 4, 8];
const SOURCES: LotSource[] = LOT_SOURCES.filter(
  (source) => source === 'clearout' || source === 'broken' || source === 'rejects' || source === 'auction',
);

const engines = new Map<string, BeliefEngine>();
function engineOf(
  from: Catalogue,
  chassis: Chassis,
  source: LotSource,
  kept: Map<string, BeliefEngine>,
): BeliefEngine {
  const key = `${chassis}/${source}`;
  let engine = kept.get(key);
  if (!engine) kept.set(key, (engine = new BeliefEngine(compileModel(from, { chassis, source }))));
  return engine;
}

const names = [
  'this program',
  'fixed lists',
  'random order',
  'frequencies',
  'naive Bayes',
  'clairvoyant',
] as const;
const outcomes = new Map<(typeof names)[number], Outcome[]>(names.map((name) => [name, []]));
const forecasts: Forecast[] = [];
const learnt = closedMachines(
  (chassis, source) => engineOf(catalogue, chassis, source, engines),
  SOURCES,
  seed + 1,
);
const rivals: Partial<Record<(typeof names)[number], Rival>> = {
  frequencies: complaintFrequencies(learnt),
  'naive Bayes': naiveBayes(learnt),
};
const judged: Record<string, Parameters<typeof foretold>[0][number][]> = {};
let total = 0;
let world: Catalogue = catalogue;
let worldEngines = engines;
const started = Date.now();
for (let n = 0; n < machines; n++) {
  if (which === 'moved' && n % WORLD === 0) {
    world = perturbed(catalogue, SPREAD, seededRandom(seed * 31 + n));
    worldEngines = new Map();
  }
  const random = seededRandom(seed + n * 104_729);
  const chassis = CHASSIS[n % CHASSIS.length];
  const source = SOURCES[Math.floor(random() * SOURCES.length)];
  const truth = engineOf(world, chassis, source, worldEngines);
  const believed = engineOf(catalogue, chassis, source, engines);
  // as many faults as the priors give; machines with none are left out
  let faults = drawFaults(truth.model, random);
  while (faults.length === 0) faults = drawFaults(truth.model, random);
  total += faults.length;
  // beliefs after the tests every machine goes through, of all three on the same answers
  const tests = new Trial(chassis, source, new SimulatedMachine(truth.model, faults, seed + n * 7919));
  tests.prove();
  const seen = [...tests.known].map(([finding, outcome]) => ({ finding, outcome }));
  const { marginals } = believed.posterior(tests.record);
  for (const [name, of] of [
    ['this program', new Map(believed.model.causes.map(({ id }, c) => [id, marginals[c]]))],
    ...Object.entries(rivals).map(([name, rival]) => [name, rival!(chassis, seen)] as const),
  ] as const)
    (judged[name] ??= []).push({ believed: of, truth: faults });
  names.forEach((name, way) => {
    const own = seededRandom(seed + n * 7919 + way);
    const trial = new Trial(chassis, source, new SimulatedMachine(truth.model, faults, seed + n * 7919));
    // whoever knows what is wrong, or looks from outside first, does not power what is dangerous
    if (name === 'this program') trial.lookOutside();
    if (name !== 'clairvoyant' && !(name === 'this program' && trial.shut.power)) trial.prove();
    const noted = new Set<number>();
    const outcome =
      name === 'this program'
        ? followEngine(trial, believed, (posterior, steps) => {
            if (!CHECKPOINTS.includes(steps) || noted.has(steps)) return;
            noted.add(steps);
            posterior.marginals.forEach(
              (p, c) =>
                p >= 0.01 &&
                forecasts.push({
                  probability: p,
                  happened: trial.machine.present.has(believed.model.causes[c].id),
                }),
            );
          })
        : name === 'fixed lists'
          ? followList(trial)
          : name === 'random order'
            ? followRandom(trial, own)
            : name === 'clairvoyant'
              ? followClairvoyant(trial, truth)
              : followRival(trial, rivals[name]!);
    outcomes.get(name)!.push(outcome);
  });
  if (n % 250 === 249) console.error(`${n + 1} machines, ${Math.round((Date.now() - started) / 1000)} s`);
}

const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const list = outcomes.get('fixed lists')!;
console.log(
  `${machines} faulty machines ${which === 'moved' ? `from models moved by log-normal factors of spread ${SPREAD}` : 'from the model'}, seed ${seed}; minutes of finding and mending`,
);
console.log(
  '| way of working | mean min | p90 min | of the lists’ mean | finding alone | of the lists’ | ends sound | mean net | steps |\n|---|---|---|---|---|---|---|---|---|',
);
for (const name of names) {
  const all = outcomes.get(name)!;
  const minutes = all.map((outcome) => outcome.minutes).sort((a, b) => a - b);
  console.log(
    `| ${name} | ${mean(minutes).toFixed(1)} | ${minutes[Math.floor(0.9 * minutes.length)].toFixed(1)} | ${(mean(minutes) / mean(list.map((outcome) => outcome.minutes))).toFixed(2)} | ${mean(all.map((outcome) => outcome.finding)).toFixed(1)} | ${(mean(all.map((outcome) => outcome.finding)) / mean(list.map((outcome) => outcome.finding))).toFixed(2)} | ${(100 * mean(all.map((outcome) => Number(outcome.sound)))).toFixed(1)} % | ${(mean(all.map((outcome) => outcome.netMinor)) / 100).toFixed(2)} | ${mean(all.map((outcome) => outcome.steps)).toFixed(1)} |`,
  );
}
// machines both ways end sound: the same work done
const program = outcomes.get('this program')!;
const both = program.map((outcome, i) => [outcome, list[i]] as const).filter(([a, b]) => a.sound && b.sound);
console.log(
  `machines both the program and the lists end sound: ${both.length}; mean minutes ${mean(both.map(([a]) => a.minutes)).toFixed(1)} against ${mean(both.map(([, b]) => b.minutes)).toFixed(1)} (${(mean(both.map(([a]) => a.minutes)) / mean(both.map(([, b]) => b.minutes))).toFixed(2)})`,
);
const net = (name: (typeof names)[number]) => mean(outcomes.get(name)!.map((outcome) => outcome.netMinor));
const minutes = (name: (typeof names)[number]) => mean(outcomes.get(name)!.map((outcome) => outcome.minutes));
console.log(
  `${(total / machines).toFixed(2)} faults a machine. Of the gap between the lists and somebody who knows: net ${((net('this program') - net('fixed lists')) / (net('clairvoyant') - net('fixed lists'))).toFixed(2)}, minutes ${((minutes('fixed lists') - minutes('this program')) / (minutes('fixed lists') - minutes('clairvoyant'))).toFixed(2)}`,
);
const share = (sample: readonly number[]) => {
  const of = (name: (typeof names)[number]) => mean(sample.map((i) => outcomes.get(name)![i].netMinor));
  return (of('this program') - of('fixed lists')) / (of('clairvoyant') - of('fixed lists'));
};
const again = seededRandom(seed);
const shares = Array.from({ length: 2000 }, () =>
  share(Array.from({ length: machines }, () => Math.floor(again() * machines))),
).sort((a, b) => a - b);
console.log(
  `share of the gap in net, 90 % interval by resampling machines: ${shares[100].toFixed(2)} to ${shares[1899].toFixed(2)}`,
);
console.log(
  '\n| way of working | the end brings | looks | vain repairs | mending, closing | net |\n|---|---|---|---|---|---|',
);
for (const name of names) {
  const of = (value: (outcome: Outcome) => number) => Math.round(mean(outcomes.get(name)!.map(value)));
  console.log(
    `| ${name} | ${of((o) => o.endMinor)} | ${of((o) => o.looksMinor)} | ${of((o) => o.vainMinor)} | ${of((o) => o.mendingMinor)} | ${of((o) => o.netMinor)} |`,
  );
}
console.log(
  '\n| lost against who knows, by how it ended | machines | minor a machine of all |\n|---|---|---|',
);
const lost = new Map<string, { n: number; minor: number }>();
program.forEach((outcome, i) => {
  const best = outcomes.get('clairvoyant')![i];
  const end = (of: Outcome) => (of.route === 'disclose' ? (of.sound ? 'sound' : 'told') : of.route);
  const key = `${end(outcome)}, who knows: ${end(best)}`;
  const own = lost.get(key) ?? { n: 0, minor: 0 };
  lost.set(key, { n: own.n + 1, minor: own.minor + best.netMinor - outcome.netMinor });
});
for (const [key, { n, minor }] of [...lost].sort((a, b) => b[1].minor - a[1].minor))
  console.log(`| ${key} | ${n} | ${Math.round(minor / machines)} |`);
const causes = new Set(catalogue.causes.map(({ id }) => id));
console.log(
  `\nbeliefs after the tests of intake; the rivals learnt from ${learnt.length} other machines whose faults were all known`,
);
console.log('| | stood first | in the first three | Brier score, a machine |\n|---|---|---|---|');
for (const [name, forecastsOf] of Object.entries(judged)) {
  const { first, firstThree, brier } = foretold(forecastsOf, causes);
  console.log(`| ${name} | ${first!.toFixed(3)} | ${firstThree!.toFixed(3)} | ${brier.toFixed(3)} |`);
}
console.log(
  `\nharm by powering, in whole machines lost per 1,000: ${names.map((name) => `${name} ${(1000 * mean(outcomes.get(name)!.map((outcome) => Math.min(1, outcome.harm)))).toFixed(1)}`).join(', ')}`,
);
const table = reliability(forecasts);
console.log(
  `\nbelief against truth, ${forecasts.length} beliefs of 1 % or more noted after ${CHECKPOINTS.join(', ')} steps: expected calibration error ${table.expectedError.toFixed(4)}, Brier score ${table.brier.toFixed(4)}`,
);
console.log('| believed | how many | mean belief | true |\n|---|---|---|---|');
for (const bin of table.bins)
  if (bin.count)
    console.log(
      `| ${bin.from.toFixed(1)} to ${bin.to.toFixed(1)} | ${bin.count} | ${bin.mean.toFixed(3)} | ${bin.share.toFixed(3)} |`,
    );
console.log(`\n${figures(program.map((outcome) => outcome.steps)).median} steps the median machine`);
