import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { naivePosterior, networkMarginals, type BinaryNetwork } from '../../../tests/oracles/enumeration';
import type { Cause, Finding } from '../catalogue';
import { localFactor } from '../steps/look';
import { findingFactor, MISTAKEN_HELP, type Evidence } from './factors';
import { predictive } from './predictive';
import { expectOver, homesOf, marginalsOf } from './mixture';
import { compileModel } from './model';
import { BeliefEngine, storiesOf, type Posterior } from './posterior';

const probability = fc.double({ min: 0.01, max: 0.6, noNaN: true });
const distribution = (outcomes: number) =>
  fc
    .array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: outcomes, maxLength: outcomes })
    .map((parts) => parts.map((part) => part / parts.reduce((a, b) => a + b, 0)));

/** Who excludes whom: none, one state against all others, or two states of one thing besides. */
const EXCLUSIONS = [
  [],
  [
    [0, 1],
    [0, 2],
    [0, 3],
  ],
  [
    [0, 1],
    [0, 2],
    [0, 3],
    [1, 2],
  ],
  [
    [0, 1],
    [2, 3],
  ],
] as [number, number][][];

const smallModel = (causes: { min: number; max: number }) =>
  fc.integer(causes).chain((n) => {
    const ids = Array.from({ length: n }, (_, i) => `c${i}`);
    const finding = (t: number) =>
      fc.integer({ min: 2, max: 4 }).chain((outcomes) =>
        fc.record({
          leak: distribution(outcomes),
          by: fc
            .subarray(ids)
            .chain((some) =>
              fc
                .tuple(...some.map(() => distribution(outcomes)))
                .map((all) => Object.fromEntries(some.map((id, i) => [id, all[i]]))),
            ),
          blocking: fc.subarray(ids),
          settling: fc.boolean(),
          taken: fc.integer({ min: -1, max: outcomes - 1 }),
          outcomes: fc.constant(outcomes),
          id: fc.constant(`t${t}`),
        }),
      );
    return fc.record({
      priors: fc.tuple(...ids.map(() => probability)),
      findings: fc.tuple(...[0, 1, 2, 3].map(finding)),
      exclusion: fc.constantFrom(...EXCLUSIONS.map((_, i) => i)),
      repair: fc.record({
        cures: fc
          .subarray(ids)
          .chain((some) =>
            fc
              .tuple(...some.map(() => fc.double({ min: 0.05, max: 0.95, noNaN: true })))
              .map((all) => Object.fromEntries(some.map((id, i) => [id, all[i]]))),
          ),
        helped: fc.boolean(),
        after: fc.integer({ min: 0, max: 4 }),
        tried: fc.boolean(),
      }),
    });
  });

interface Small {
  id: string;
  leak: number[];
  by: Record<string, number[]>;
  blocking?: string[];
  settling?: boolean;
  outcomes: number;
}

/** What shows in a finding does not block it. */
const blockedBy = (f: Pick<Small, 'by' | 'blocking'>) => (f.blocking ?? []).filter((id) => !f.by[id]);

function build(priors: number[], findings: Small[], excludes: [number, number][] = []) {
  const causes: Cause[] = priors.map((p, i) => ({
    id: `c${i}`,
    name: `c${i}`,
    group: 'power',
    ifLeft: 'nothing',
    prior: { desktop: p },
    valueLeft: 0.5,
    rulesOut: excludes.flatMap(([a, b]) => (a === i ? [`c${b}`] : [])),
    source: 'test',
  }));
  const full: Finding[] = findings.map((f) => ({
    id: f.id,
    ask: f.id,
    group: 'power',
    stage: 'bench',
    minutes: 1,
    leak: f.leak,
    by: f.by,
    blockedBy: blockedBy(f),
    source: 'test',
    outcomes: Array.from({ length: f.outcomes }, (_, o) => ({
      id: `o${o}`,
      label: `o${o}`,
      ...(f.settling && o === f.outcomes - 1 && f.by.c1 && { settles: ['c1'] }),
    })),
  }));
  return compileModel({ causes, findings: full }, { chassis: 'desktop', source: 'clearout' });
}

/** The share of what was seen to be cured that is back, as the engine takes it. */
const BACK = 0.03;

/** What settles a cause does so from the start: with exclusions it may contradict the rest. */
function compared({
  priors,
  findings,
  exclusion,
  repair,
}: Parameters<Parameters<ReturnType<typeof smallModel>['map']>[0]>[0]) {
  const all = EXCLUSIONS[exclusion].filter(([a, b]) => a < priors.length && b < priors.length);
  const taken = findings.filter((f) => f.taken >= 0);
  const settling = (f: (typeof taken)[number]) =>
    f.settling && f.taken === f.outcomes - 1 && Boolean(f.by.c1);
  const record: Evidence[] = taken.map((f) => ({ kind: 'finding', finding: f.id, outcome: f.taken }));
  const after = Math.min(repair.after, record.length);
  const cured = repair.tried && repair.helped ? Object.keys(repair.cures) : [];
  const again = Object.fromEntries(
    cured.flatMap((id) => {
      const later = taken.slice(after);
      const settledSince = id === 'c1' && later.some(settling);
      const shown = later.some((f) => f.taken > 0 && (f.by[id]?.[f.taken] ?? 0) > 0.02);
      return settledSince ? [[id.slice(1), 1]] : shown ? [[id.slice(1), BACK]] : [];
    }),
  );
  const certain = (1 in again ? taken.slice(0, after) : taken).some(settling);
  const tried: Evidence = { kind: 'repair', repair: { id: 'r', cures: repair.cures }, helped: repair.helped };
  if (repair.tried) record.splice(after, 0, tried);
  return {
    engine: new BeliefEngine(build([...priors], findings, all)),
    record,
    // with a state that was cured its mates are possible again, and it may come back beside them: left to others
    skip: all.length > 0 && ((certain && cured.includes('c1')) || Object.keys(again).length > 0),
    want: () =>
      naivePosterior({
        priors: [...priors],
        findings: taken.map((f) => ({ leak: f.leak, by: f.by, blockedBy: blockedBy(f), outcome: f.taken })),
        excludes: all,
        fixed: certain ? [1] : [],
        repairs: repair.tried ? [{ cures: repair.cures, helped: repair.helped, after }] : [],
        mistaken: MISTAKEN_HELP,
        again,
      }),
  };
}

const close = (got: Posterior, want: ReturnType<typeof naivePosterior>) => {
  want.marginals.forEach((p, c) => expect(Math.abs(got.marginals[c] - p)).toBeLessThan(1e-12));
  expect(Math.abs(got.sound - want.sound)).toBeLessThan(1e-12);
  expect(got.exact).toBe(true);
};

describe('the posterior', () => {
  it('equals a naive full-joint enumeration of all sets to 1e-12: blocks, exclusions, what is seen, repairs', () => {
    fc.assert(
      fc.property(smallModel({ min: 1, max: 7 }), (model) => {
        const { engine, record, want, skip } = compared(model);
        if (skip) return;
        close(engine.posterior(record), want());
      }),
      { numRuns: 250, seed: 20, endOnFailure: true },
    );
  });

  it('the same with fourteen causes, 16,384 sets', () => {
    fc.assert(
      fc.property(smallModel({ min: 14, max: 14 }), (model) => {
        const { engine, record, want, skip } = compared(model);
        if (skip) return;
        close(engine.posterior(record), want());
      }),
      { numRuns: 8, seed: 22, endOnFailure: true },
    );
  });

  it('a mixture of stories with none left out gives every cause the same chance, and every set’s product', () => {
    fc.assert(
      fc.property(smallModel({ min: 2, max: 6 }), (model) => {
        const { engine, record } = compared(model);
        // what was cured is left out of the stories: its mates then stand as likely as their chances say
        if (model.repair.tried && model.repair.helped) return;
        const posterior = engine.posterior(record);
        const { causes, mixture, covered } = storiesOf(engine.model, posterior, 100_000);
        expect(covered).toBeCloseTo(1, 7);
        const told = marginalsOf(mixture);
        // causes too unlikely to matter are left out of the stories
        const out = posterior.marginals.reduce((sum, p, c) => sum + (causes.includes(c) ? 0 : p), 0);
        causes.forEach((cause, i) =>
          expect(Math.abs(told[i] - posterior.marginals[cause])).toBeLessThan(1e-9 + out),
        );
        // P(none of them): a product over the nodes of every story
        const none = new Float64Array(mixture.width);
        let sound = 0;
        mixture.weights.forEach((weight, s) => {
          sound += mixture.nodes.reduce<number>(
            (product, node) => product * expectOver(node, mixture.chances, s * mixture.width, none),
            weight,
          );
        });
        expect(Math.abs(sound - posterior.sound)).toBeLessThan(1e-9 + 3 * out);
      }),
      { numRuns: 200, seed: 23, endOnFailure: true },
    );
  });

  it('thinned to a few stories it still gives every cause its exact chance', () => {
    fc.assert(
      fc.property(smallModel({ min: 5, max: 7 }), (model) => {
        const { engine, record, skip } = compared(model);
        if (skip) return;
        const posterior = engine.posterior(record);
        const { causes, mixture } = storiesOf(engine.model, posterior, 12);
        expect(mixture.weights.length).toBeLessThanOrEqual(13);
        const told = marginalsOf(mixture);
        causes.forEach((cause, i) =>
          expect(Math.abs(told[i] - posterior.marginals[cause])).toBeLessThan(0.05),
        );
      }),
      { numRuns: 60, seed: 24 },
    );
  });

  it('foretells what an answer would say: the glimpse has the chance of every cause that the answer gives', () => {
    fc.assert(
      fc.property(smallModel({ min: 2, max: 6 }), (model) => {
        const { engine, record, skip } = compared(model);
        if (skip || record.some((entry) => entry.kind === 'repair')) return;
        const asked = record.at(-1);
        if (!asked || asked.kind !== 'finding') return;
        const before = engine.posterior(record.slice(0, -1));
        if (engine.model.findings.get(asked.finding)!.settles[asked.outcome].length) return;
        const { causes, mixture } = storiesOf(engine.model, before, 100_000);
        if (causes.length < engine.model.causes.length - before.acting.fixed.length) return;
        const local = new Map(causes.map((cause, i) => [cause, i]));
        const factor = localFactor(
          findingFactor(engine.model.findings.get(asked.finding)!, asked.outcome, {
            fixed: [],
            cured: new Uint8Array(engine.model.causes.length),
          }),
          local,
        );
        const seen = predictive(mixture, factor, homesOf(mixture.nodes, mixture.width));
        const after = engine.posterior(record);
        expect(Math.log(seen.probability)).toBeCloseTo(after.logEvidence - before.logEvidence, 9);
        const told = marginalsOf(seen.mixture);
        causes.forEach((cause, i) => expect(told[i]).toBeCloseTo(after.marginals[cause], 9));
      }),
      { numRuns: 200, seed: 25 },
    );
  });

  it('does not depend on what was asked in between: voiding restores the former numbers bit for bit', () => {
    fc.assert(
      fc.property(smallModel({ min: 1, max: 6 }), ({ priors, findings }) => {
        const record = findings.map((f) => ({
          kind: 'finding' as const,
          finding: f.id,
          outcome: Math.max(0, f.taken),
        }));
        const engine = new BeliefEngine(build([...priors], findings));
        const before = engine.posterior(record.slice(0, 2));
        engine.posterior(record);
        const after = engine.posterior(record.slice(0, 2));
        expect(Array.from(after.marginals)).toEqual(Array.from(before.marginals));
        const fresh = new BeliefEngine(build([...priors], findings)).posterior(record.slice(0, 2));
        expect(Array.from(fresh.marginals)).toEqual(Array.from(before.marginals));
      }),
      { numRuns: 100, seed: 21 },
    );
  });
});

describe('the chest-clinic network (Lauritzen & Spiegelhalter 1988, JRSS-B 50(2):157-224; tables from memory, results exact fractions)', () => {
  const network = JSON.parse(
    readFileSync(new URL('../../../tests/oracles/chest-clinic.json', import.meta.url), 'utf8'),
  ) as BinaryNetwork;
  const cases = network.results.filter((result) => result.evidence);

  it.each(cases.map((result) => [JSON.stringify(result.evidence), result] as const))(
    'evidence %s',
    (_, result) => {
      const got = networkMarginals(network, result.evidence!);
      expect(got.evidence).toBeCloseTo(result.p_evidence![1], 12);
      for (const [name, [, p]] of Object.entries(result.posterior as Record<string, [string, number]>))
        expect(got.marginals[name]).toBeCloseTo(p, 10);
    },
  );

  it('its bronchitis-or-cancer part gives the published P(E) as a noisy-MAX of two causes', () => {
    // T (0.0104) and L (0.055) given no evidence; E = T or L is the deterministic noisy-MAX. T and L are
    // independent a priori.
    const model = build(
      [0.0104, 0.055],
      [{ id: 'E', outcomes: 2, leak: [1, 0], by: { c0: [0, 1], c1: [0, 1] } }],
    );
    const engine = new BeliefEngine(model);
    const posterior = engine.posterior([{ kind: 'finding', finding: 'E', outcome: 1 }]);
    const byFraction = network.results.find((result) => JSON.stringify(result.evidence) === '{"E":1}')!
      .posterior as Record<string, [string, number]>;
    expect(Math.exp(posterior.logEvidence)).toBeCloseTo(0.064828, 12);
    expect(posterior.marginals[0]).toBeCloseTo(byFraction.T[1], 9);
    expect(posterior.marginals[1]).toBeCloseTo(byFraction.L[1], 9);
  });
});
