import { judging } from '@/catalog/looks/judging';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import type { BenchMinutes, Cause, Repair } from '../catalogue';
import { compileModel } from '../belief/model';
import { BeliefEngine, storiesOf } from '../belief/posterior';
import { benchMask, prepare, viewOf, type PolicyContext } from './context';
import { CLOSED } from '../minutes/opening';
import { harmOf } from './look';
import { basePolicy, bestBase, standpoint } from './policy';
import type { StepProblem } from './problem';
import { rankSteps } from './rank';

/** More stories than any of these has. */
const ALL = 10_000;
const NO_MOVES: BenchMinutes['desktop'] = {
  plugged: { set: 0, unset: 0 },
  caseOpen: { set: 0, unset: 0 },
  batteryOut: { set: 0, unset: 0 },
  boardOut: { set: 0, unset: 0 },
};

interface Toy {
  priors: number[];
  minutes: number[];
  success?: number[];
  soundMinor: number;
  asFoundShare?: number;
}

/** One cause, one repair each; exactly one fault is present (a finding says so); a minute costs 100. */
function toy(
  { priors, minutes, success, soundMinor, asFoundShare = 0 }: Toy,
  extra: Partial<StepProblem> = {},
): StepProblem {
  const causes: Cause[] = priors.map((p, i) => ({
    id: `c${i}`,
    name: `c${i}`,
    group: 'power',
    ifLeft: 'nothing',
    prior: { desktop: p },
    valueLeft: 0,
    // one fault and no more
    rulesOut: priors.flatMap((_, j) => (j > i ? [`c${j}`] : [])),
    source: 'test',
  }));
  const repairs: Repair[] = minutes.map((m, i) => ({
    id: `r${i}`,
    name: `r${i}`,
    cures: { [`c${i}`]: success?.[i] ?? 1 },
    minutes: m,
    source: 'test',
  }));
  const faulty = {
    id: 'faulty',
    ask: '',
    group: 'power' as const,
    stage: 'bench' as const,
    minutes: 0,
    source: 'test',
    outcomes: [
      { id: 'a', label: 'a' },
      { id: 'b', label: 'b' },
    ],
    leak: [1, 0],
    by: Object.fromEntries(causes.map((c) => [c.id, [0, 1]])),
  };
  const engine = new BeliefEngine(
    compileModel({ causes, findings: [faulty] }, { chassis: 'desktop', source: 'clearout' }),
  );
  const posterior = engine.posterior([{ kind: 'finding', finding: 'faulty', outcome: 1 }]);
  return {
    engine,
    posterior,
    stories: storiesOf(engine.model, posterior, ALL),
    usualLeft: 1,
    judging,
    facts: {},
    bench: CLOSED,
    chassis: 'desktop',
    benchMinutes: NO_MOVES,
    findings: [],
    repairs,
    worth: {
      soundMinor,
      feeShare: 0,
      finishMinutes: 0,
      asFoundShare,
      asFoundMinutes: 0,
      parts: [],
      harvestMinutes: 0,
      recycleMinor: 0,
    },
    ratePerHourMinor: 6000,
    verifyMinutes: 1,
    ...extra,
  };
}

const from = (context: PolicyContext, bench = benchMask(CLOSED)) =>
  standpoint(context, context.mixture, viewOf(context, {}), bench);

function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((rest) =>
    Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]),
  );
}

/** Expected cost of trying repairs in this order until the one fault is cured. */
function costOf(order: number[], p: number[], c: number[]): number {
  let left = 1;
  let cost = 0;
  for (const i of order) {
    cost += left * c[i];
    left -= p[i];
  }
  return cost;
}

describe('the p/c order (Kalagnanam & Henrion 1988; Heckerman, Breese & Rommelse 1995)', () => {
  it('is as good as the best of all permutations for up to 7 repairs, one fault, perfect repairs', () => {
    const random = seededRandom(5);
    for (let trial = 0; trial < 60; trial++) {
      const n = 2 + Math.floor(random() * 6);
      const priors = Array.from({ length: n }, () => 0.08 + random() * 0.3);
      const minutes = Array.from({ length: n }, () => 1 + Math.floor(random() * 30));
      const problem = toy({ priors, minutes, soundMinor: 10_000_000 });
      const context = prepare(problem);
      const found = basePolicy(context, from(context), false);
      const p = Array.from(problem.posterior.marginals);
      const c = minutes.map((m) => m * 100);
      const best = Math.min(...permutations(n).map((order) => costOf(order, p, c)));
      expect(found.plan).toHaveLength(n);
      expect(
        costOf(
          found.plan.map((id) => Number(id.slice(1))),
          p,
          c,
        ),
      ).toBeCloseTo(best, 6);
      expect(10_000_000 - found.value).toBeCloseTo(best, 3);
    }
  });

  it('stops after the best prefix, not when the next repair alone does not pay', () => {
    // posteriors 0.4 and 0.6; r0 alone wins 4000 and costs 4500, so a rule that stops when the next one does
    // not pay stops at once; r0 then r1 wins 10000 and costs 4500 + 0.6 * 6800
    const problem = toy({ priors: [0.4 / 1.4, 0.6 / 1.6], minutes: [45, 68], soundMinor: 10_000 });
    const context = prepare(problem);
    const found = basePolicy(context, from(context), false);
    expect(found.plan).toEqual(['r0', 'r1']);
    expect(found.value).toBeCloseTo(10_000 - 4500 - 0.6 * 6800, 6);
  });

  it('a repair left out of the plan is not worth adding: value never below stopping', () => {
    const random = seededRandom(11);
    for (let trial = 0; trial < 50; trial++) {
      const n = 4;
      const problem = toy({
        priors: Array.from({ length: n }, () => random() * 0.4 + 0.01),
        minutes: Array.from({ length: n }, () => 1 + random() * 90),
        success: Array.from({ length: n }, () => 0.4 + random() * 0.6),
        soundMinor: Math.floor(random() * 12_000),
        asFoundShare: random(),
      });
      const context = prepare(problem);
      expect(bestBase(context, from(context)).value).toBeGreaterThanOrEqual(0);
    }
  });
});

describe('the ranking of steps', () => {
  it('is never worse than the base policy, and a cheap look that tells causes apart wins', () => {
    const problem = toy({ priors: [0.2, 0.2], minutes: [60, 60], soundMinor: 30_000 });
    const split = {
      id: 'split',
      ask: 'which?',
      group: 'power' as const,
      stage: 'bench' as const,
      minutes: 1,
      source: 'test',
      outcomes: [
        { id: 'a', label: 'a' },
        { id: 'b', label: 'b' },
      ],
      leak: [1, 0],
      by: { c1: [0, 1] },
    };
    const engine = new BeliefEngine(
      compileModel(
        {
          causes: problem.engine.model.causes,
          findings: [split, { ...split, id: 'faulty', by: { c0: [0, 1], c1: [0, 1] } }],
        },
        { chassis: 'desktop', source: 'clearout' },
      ),
    );
    const posterior = engine.posterior([{ kind: 'finding', finding: 'faulty', outcome: 1 }]);
    const ranking = rankSteps({
      ...problem,
      engine,
      posterior,
      stories: storiesOf(engine.model, posterior, ALL),
      findings: [split],
    });
    expect(ranking.steps[0]).toMatchObject({ kind: 'look', id: 'split' });
    // without the look: 60 min, then 60 more half the time; with it 1 + 60
    expect(ranking.plan.value).toBeCloseTo(30_000 - 6000 - 3000, 3);
    expect(ranking.steps[0].valueMinor).toBe(30_000 - 6100);
    expect(ranking.steps[0].outcomes!.map((outcome) => outcome.causes[0].cause).sort()).toEqual(['c0', 'c1']);
  });

  it('says stop, with the route, when nothing pays', () => {
    const ranking = rankSteps(toy({ priors: [0.1, 0.1], minutes: [300, 300], soundMinor: 5_000 }));
    expect(ranking.steps[0].kind).toBe('stop');
    expect(ranking.breakEvenMinutes).toBe(0);
  });

  it('counts opening the case once, and putting it back at the end', () => {
    const open = { ...NO_MOVES, caseOpen: { set: 10, unset: 5 } };
    const base = toy({ priors: [0.3, 0.3], minutes: [10, 10], soundMinor: 50_000 }, { benchMinutes: open });
    const inside = {
      ...base,
      repairs: base.repairs.map((repair) => ({ ...repair, bench: { caseOpen: true } })),
    };
    const context = prepare(inside);
    const closed = basePolicy(context, from(context), false);
    // 10 set up + 10 + half of 10, then 5 to close
    expect(closed.value).toBeCloseTo(50_000 - (10 + 10 + 5 + 5) * 100, 3);
    const already = basePolicy(context, from(context, benchMask({ ...CLOSED, caseOpen: true })), false);
    expect(already.value - closed.value).toBeCloseTo(1000, 3);
  });

  it('a machine that was sound all along is known to be only after a look over it', () => {
    const problem = toy({ priors: [0.3], minutes: [60], soundMinor: 20_000 });
    const posterior = problem.engine.posterior([]);
    const unknown = { ...problem, posterior, stories: storiesOf(problem.engine.model, posterior, ALL) };
    const ranking = rankSteps(unknown);
    const repair = ranking.steps.find((step) => step.kind === 'repair')!;
    const verify = ranking.steps.find((step) => step.kind === 'verify')!;
    expect(verify.valueMinor).toBeGreaterThan(repair.valueMinor);
    expect(verify.chance).toBeCloseTo(0.7, 6);
  });
});

describe('a repair of something small on a machine that is done already', () => {
  /** One small fault, told and sold at `valueLeft` of the price; nothing else can be wrong. */
  function worn(p: number, costMinor: number): PolicyContext {
    const problem = toy({ priors: [0.01], minutes: [1], soundMinor: 20_000 });
    const causes: Cause[] = [
      {
        id: 'worn',
        name: 'worn',
        group: 'battery',
        ifLeft: 'nothing',
        prior: { desktop: p },
        valueLeft: 0.85,
        source: 'test',
      },
    ];
    const repairs: Repair[] = [
      {
        id: 'swap',
        name: 'swap',
        cures: { worn: 1 },
        minutes: 0,
        part: { class: 'battery', costMinor },
        source: 'test',
      },
    ];
    const engine = new BeliefEngine(
      compileModel({ causes, findings: [] }, { chassis: 'desktop', source: 'clearout' }),
    );
    const posterior = engine.posterior([]);
    return prepare({
      ...problem,
      engine,
      posterior,
      stories: storiesOf(engine.model, posterior, ALL),
      findings: [],
      repairs,
      usualLeft: 1,
      judging,
    });
  }
  // worked out by hand: it wins p x 15 % of 20,000 and costs p x its part, whatever else
  it.each([
    [0.3, 2800],
    [0.3, 4000],
    [0.05, 2800],
  ])('chance %d, part %d: forced to come first it is worth what it wins, once', (p, part) => {
    const context = worn(p, part);
    const from = standpoint(context, context.mixture, viewOf(context, {}), benchMask(CLOSED));
    from.wanted.fill(0);
    const { soundNet } = from.view.values;
    expect(basePolicy(context, from, false, 0).value).toBeCloseTo(soundNet - p * part, 6);
  });
});

describe('what a repair costs, and what powering risks', () => {
  const one = (extra: Partial<StepProblem>, harm?: Cause['harm']) => {
    const problem = toy({ priors: [0.3], minutes: [10], soundMinor: 10_000 }, extra);
    problem.repairs[0].part = { class: 'fan', costMinor: 500 };
    if (harm) problem.engine.model.causes[0].harm = harm;
    return prepare(problem);
  };
  it('its part is the cheaper of what lies in the bin and what was offered; with neither the usual price', () => {
    const part = (extra: Partial<StepProblem>) => one(extra).repairs[0].partMinor;
    expect(part({})).toBe(500);
    expect(part({ bin: { fan: 300 } })).toBe(300);
    expect(part({ bin: { fan: 300 }, quotes: { fan: { minor: 200, fits: 1 } } })).toBe(200);
    expect(part({ bin: { fan: 300 }, quotes: { fan: { minor: 400, fits: 1 } } })).toBe(300);
    expect(part({ quotes: { fan: { minor: 900, fits: 1 } } })).toBe(900);
  });
  it('what would have spoilt it at once has had its chance when it has started: a tenth of the harm', () => {
    const harm = { when: 'power', chance: 0.5, share: 0.4 } as const;
    const risk = (started: boolean) => {
      const context = one({ facts: { started } }, harm);
      const item = { ...context.problem.repairs[0], bench: { plugged: true } };
      return harmOf({ context, from: from(context) }, item);
    };
    expect(risk(false)).toBeGreaterThan(0);
    expect(risk(true)).toBeCloseTo(risk(false) / 10, 9);
  });
});
