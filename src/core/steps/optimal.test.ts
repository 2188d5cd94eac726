import { judging } from '@/catalog/looks/judging';
import { describe, expect, it } from 'vitest';
import { optimalValue, type SmallModel } from '../../../tests/oracles/optimal';
import { compileModel } from '../belief/model';
import { BeliefEngine, storiesOf } from '../belief/posterior';
import type { Evidence } from '../belief/factors';
import type { BenchMinutes, Cause, Finding, Repair } from '../catalogue';
import { seededRandom, type Random } from '../random';
import { CLOSED } from '../minutes/opening';
import type { StepProblem } from './problem';
import { rankSteps } from './rank';

const NO_MOVES: BenchMinutes['desktop'] = {
  plugged: { set: 0, unset: 0 },
  caseOpen: { set: 0, unset: 0 },
  batteryOut: { set: 0, unset: 0 },
  boardOut: { set: 0, unset: 0 },
};
const SOUND = 10_000;

/**
 * A random one-fault machine: up to 5 causes, up to 4 looks of two outcomes, one repair a cause; a minute
 * costs 100.
 */
function draw(random: Random) {
  const n = 2 + Math.floor(random() * 4);
  const looks = Math.floor(random() * 4) + 1;
  const odds = Array.from({ length: n }, () => 0.1 + random());
  const total = odds.reduce((sum, value) => sum + value, 0);
  const model: SmallModel = {
    causes: odds.map((value) => value / total),
    looks: Array.from({ length: looks }, () => ({
      cost: 100 * (1 + Math.floor(random() * 6)),
      given: Array.from({ length: n }, () => {
        const p = random() < 0.5 ? 0.05 + random() * 0.2 : 0.75 + random() * 0.2;
        return [1 - p, p];
      }),
    })),
    repairs: Array.from({ length: n }, (_, cause) => ({
      cost: 100 * (2 + Math.floor(random() * 45)),
      cause,
      success: 0.7 + random() * 0.3,
    })),
    sound: SOUND,
    stop: Array.from({ length: n }, () => Math.floor(random() * 4000)),
  };
  return model;
}

/**
 * The same machine for the engine, and the value of following its proposals to the end, worked out exactly.
 */
function followed(model: SmallModel): number {
  const causes: Cause[] = model.causes.map((p, i) => ({
    id: `c${i}`,
    name: '',
    group: 'power',
    ifLeft: 'nothing',
    prior: { desktop: p / (1 + p) },
    rulesOut: model.causes.flatMap((_, j) => (j > i ? [`c${j}`] : [])),
    valueLeft: model.stop[i] / SOUND,
    source: 'test',
  }));
  const finding = (id: string, by: Finding['by'], minutes: number): Finding => ({
    id,
    ask: '',
    group: 'power',
    stage: 'bench',
    minutes,
    source: 'test',
    outcomes: [
      { id: 'a', label: 'a' },
      { id: 'b', label: 'b' },
    ],
    leak: [1, 0],
    by,
  });
  const findings = [
    finding('faulty', Object.fromEntries(causes.map((cause) => [cause.id, [0, 1]])), 0),
    ...model.looks.map((look, t) =>
      finding(
        `t${t}`,
        Object.fromEntries(causes.map((cause, i) => [cause.id, look.given[i]])),
        look.cost / 100,
      ),
    ),
  ];
  const repairs: Repair[] = model.repairs.map((repair, r) => ({
    id: `r${r}`,
    name: '',
    cures: { [`c${repair.cause}`]: repair.success },
    minutes: repair.cost / 100,
    source: 'test',
  }));
  const engine = new BeliefEngine(
    compileModel({ causes, findings }, { chassis: 'desktop', source: 'clearout' }),
  );
  const walk = (record: Evidence[], seen: Set<string>): number => {
    const posterior = engine.posterior(record);
    const problem: StepProblem = {
      engine,
      posterior,
      stories: storiesOf(engine.model, posterior, 10_000),
      usualLeft: 1,
      judging,
      facts: {},
      bench: CLOSED,
      chassis: 'desktop',
      benchMinutes: NO_MOVES,
      verifyMinutes: 1000,
      ratePerHourMinor: 6000,
      findings: findings.filter((candidate) => candidate.id !== 'faulty' && !seen.has(candidate.id)),
      repairs: repairs.filter((repair) => !seen.has(repair.id)),
      worth: {
        soundMinor: SOUND,
        feeShare: 0,
        finishMinutes: 0,
        asFoundShare: 1,
        asFoundMinutes: 0,
        parts: [],
        harvestMinutes: 0,
        recycleMinor: 0,
      },
    };
    const [step] = rankSteps(problem).steps;
    if (step.kind === 'stop' || step.kind === 'verify')
      return posterior.marginals.reduce((sum, p, i) => sum + p * model.stop[i], 0);
    const next = new Set(seen).add(step.id);
    if (step.kind === 'look') {
      const look = model.looks[Number(step.id.slice(1))];
      return [0, 1].reduce((sum, outcome) => {
        const p = posterior.marginals.reduce((total, share, i) => total + share * look.given[i][outcome], 0);
        return p < 1e-12
          ? sum
          : sum + p * walk([...record, { kind: 'finding', finding: step.id, outcome }], next);
      }, -look.cost);
    }
    const repair = model.repairs[Number(step.id.slice(1))];
    const cured = posterior.marginals[repair.cause] * repair.success;
    const rest =
      1 - cured < 1e-9
        ? 0
        : (1 - cured) *
          walk(
            [...record, { kind: 'repair', repair: repairs[Number(step.id.slice(1))], helped: false }],
            next,
          );
    return -repair.cost + cured * SOUND + rest;
  };
  return walk([{ kind: 'finding', finding: 'faulty', outcome: 1 }], new Set());
}

describe('following the proposals against exact dynamic programming', () => {
  it('loses at most 5 % of the optimum on average over small models, and never wins against it', () => {
    const random = seededRandom(404);
    const losses: number[] = [];
    for (let trial = 0; trial < 120; trial++) {
      const model = draw(random);
      const best = optimalValue(model);
      const got = followed(model);
      expect(got).toBeLessThanOrEqual(best + 25); // proposals are compared in whole minor units
      losses.push(Math.max(0, best - got) / Math.max(1, best));
    }
    const mean = losses.reduce((sum, loss) => sum + loss, 0) / losses.length;
    expect(mean).toBeLessThanOrEqual(0.05);
  });
});
