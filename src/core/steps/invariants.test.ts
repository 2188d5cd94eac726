import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { CHASSIS, LOT_SOURCES, PART_CLASSES, WHOLE_LOOK, type Chassis } from '../catalogue';
import { observable } from '../belief/facts';
import { appliesTo } from '../belief/model';
import { drawIndex, seededRandom, type Random } from '../random';
import { drawFaults, SimulatedMachine } from '../simulate/machine';
import { CLOSED } from '../minutes/opening';
import { compareSteps } from './compare';
import { evaluateUnit } from './evaluate';
import { engineFor, inspectUnit } from './inspect';
import { type EvaluationInput } from './inspect';
import type { Sighted } from './sighted';
import { runs } from '@/../tests/thorough';

/**
 * Whatever is on the record, these hold. Records are drawn from simulated machines, with repairs in between.
 */
function drawn(seed: number): EvaluationInput {
  const random = seededRandom(seed);
  const chassis: Chassis = CHASSIS[seed % CHASSIS.length];
  const source = LOT_SOURCES[Math.floor(random() * LOT_SOURCES.length)];
  const engine = engineFor(catalogue, { chassis, source });
  const machine = new SimulatedMachine(engine.model, drawFaults(engine.model, random), seed);
  return {
    chassis,
    source,
    record: recordOf(machine, chassis, random),
    bench: { ...CLOSED, plugged: random() < 0.5 },
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
    priceLowMinor: 7000,
    priceHighMinor: 9000,
    bin: random() < 0.5 ? Object.fromEntries(PART_CLASSES.map((part) => [part, 300])) : {},
    worth: {
      soundMinor: 8000,
      feeShare: 0.08,
      finishMinutes: 30,
      asFoundShare: 0.45,
      asFoundMinutes: 9,
      parts: [{ class: 'memory', minor: 350 }],
      harvestMinutes: 16,
      recycleMinor: 10,
    },
  };
}

function recordOf(machine: SimulatedMachine, chassis: Chassis, random: Random): Sighted[] {
  const findings = catalogue.findings.filter((finding) => appliesTo(finding, chassis));
  const repairs = catalogue.repairs.filter((repair) => appliesTo(repair, chassis));
  return Array.from({ length: Math.floor(random() * 14) }, (): Sighted => {
    if (random() < 0.1) {
      const repair =
        repairs[
          drawIndex(
            repairs.map(() => 1),
            random,
          )
        ];
      return { kind: 'repair', id: repair.id, ended: machine.repair(repair) ? 'helped' : 'no-change' };
    }
    const finding =
      findings[
        drawIndex(
          findings.map(() => 1),
          random,
        )
      ];
    return { kind: 'finding', id: finding.id, outcome: machine.look(finding.id) };
  });
}

const SEEDS = Array.from({ length: runs(48, 20) }, (_, n) => n + 1);
const input = new Map(SEEDS.map((seed) => [seed, drawn(seed)]));
const looked = new Map(SEEDS.map((seed) => [seed, inspectUnit(catalogue, input.get(seed)!)]));

describe.each(SEEDS)('record %i', (seed) => {
  const given = input.get(seed)!;
  const found = looked.get(seed)!;
  const { problem, ranking, weights, states, engine } = found;

  it('belief is a distribution, and its parts agree', () => {
    const { posterior } = problem;
    expect(problem.stories.mixture.weights.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
    for (const p of posterior.marginals) expect(p >= -1e-12 && p <= 1 + 1e-9).toBe(true);
    expect(posterior.sound >= 0 && posterior.sound <= 1 + 1e-9).toBe(true);
    // nothing is left wrong at most as often as any one cause is absent
    for (const p of posterior.marginals) expect(posterior.sound).toBeLessThanOrEqual(1 - p + 1e-9);
    // what moved belief adds up from the first belief to the last
    const logit = (p: number) =>
      10 *
      Math.log10(Math.min(1 - 1e-12, Math.max(1e-12, p)) / (1 - Math.min(1 - 1e-12, Math.max(1e-12, p))));
    engine.model.causes
      .slice(0, 20)
      .forEach((_, c) =>
        expect(weights.reduce((sum, weight) => sum + weight.decibans[c], 0)).toBeCloseTo(
          logit(states.at(-1)!.marginals[c]) - logit(states[0].marginals[c]),
          4,
        ),
      );
  });

  it('steps are sorted, cost something, and can be taken', () => {
    const values = ranking.steps.map((step) => step.valueMinor);
    // true values in their order, but for ties: nothing stands before what is worth 4 % of the price more
    values.forEach((value, i) =>
      expect(value).toBeGreaterThanOrEqual(Math.max(...values.slice(i)) - 0.04 * given.worth.soundMinor - 1),
    );
    expect(Math.max(...values)).toBeGreaterThanOrEqual(ranking.stopMinor - 1);
    expect(ranking.steps.filter((step) => step.kind === 'stop')).toHaveLength(1);
    for (const step of ranking.steps) {
      expect(step.minutes).toBeGreaterThanOrEqual(0);
      expect(step.costMinor).toBeGreaterThanOrEqual(0);
      if (step.kind !== 'look') continue;
      const finding = findingById(step.id)!;
      expect(appliesTo(finding, given.chassis) && observable(finding, problem.facts), step.id).toBe(true);
      if (finding.swap) expect(given.bin?.[finding.swap], step.id).toBeDefined();
      if (step.outcomes?.length)
        expect(step.outcomes.reduce((sum, outcome) => sum + outcome.probability, 0)).toBeCloseTo(1, 6);
    }
    expect(ranking.steps.filter((step) => step.id === WHOLE_LOOK).length).toBeLessThanOrEqual(1);
  });

  it('comparing two steps adds up, and turns round when they are changed over', () => {
    const ids = ranking.steps.slice(0, 5).map((step) => (step.kind === 'stop' ? 'stop' : step.id));
    for (const first of ids)
      for (const second of ids) {
        const [there, back] = [
          compareSteps(catalogue, problem, ranking, first, second),
          compareSteps(catalogue, problem, ranking, second, first),
        ];
        if (!there.possible || !back.possible) throw new Error('ranked steps can be compared');
        const { aheadMinor, minutesMinor, partsMinor, leadsToMinor } = there.comparison;
        expect(minutesMinor + partsMinor + leadsToMinor).toBeCloseTo(aheadMinor, 6);
        expect(back.comparison.aheadMinor).toBeCloseTo(-aheadMinor, 6);
      }
  });

  it('is the same again, and whatever stands at the end can be taken back without a trace', () => {
    expect(evaluateUnit(catalogue, given)).toEqual(
      evaluateUnit(catalogue, { ...given, record: [...given.record] }),
    );
    const shorter = inspectUnit(catalogue, { ...given, record: given.record.slice(0, -1) });
    if (given.record.length > 0 && shorter.entries.length === found.entries.length - 1)
      expect(states[states.length - 2].marginals).toEqual(shorter.states.at(-1)!.marginals);
  });
});

describe('the order of answers', () => {
  it('does not matter as long as nothing was mended between them', () => {
    for (const seed of SEEDS) {
      const given = input.get(seed)!;
      const seen = new Map(
        given.record.filter((entry) => entry.kind === 'finding').map((entry) => [entry.id, entry]),
      );
      const record = [...seen.values()];
      const there = inspectUnit(catalogue, { ...given, record }).problem.posterior;
      const back = inspectUnit(catalogue, { ...given, record: [...record].reverse() }).problem.posterior;
      there.marginals.forEach((p, c) => expect(back.marginals[c]).toBeCloseTo(p, 9));
    }
  });
});
