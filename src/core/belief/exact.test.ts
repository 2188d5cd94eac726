import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { naivePosterior, networkMarginals, type BinaryNetwork } from '../../../tests/oracles/enumeration';
import type { Cause, Finding } from '../catalogue';
import { compileModel } from './model';
import { BeliefEngine } from './posterior';

const probability = fc.double({ min: 0.01, max: 0.6, noNaN: true });
const distribution = (outcomes: number) =>
  fc
    .array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: outcomes, maxLength: outcomes })
    .map((parts) => parts.map((part) => part / parts.reduce((a, b) => a + b, 0)));

const smallModel = fc.integer({ min: 1, max: 6 }).chain((n) => {
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
        taken: fc.integer({ min: -1, max: outcomes - 1 }),
        outcomes: fc.constant(outcomes),
        id: fc.constant(`t${t}`),
      }),
    );
  return fc.record({
    priors: fc.tuple(...ids.map(() => probability)),
    findings: fc.tuple(...[0, 1, 2, 3].map(finding)),
    size: fc.integer({ min: 1, max: 3 }),
  });
});

interface Small {
  id: string;
  leak: number[];
  by: Record<string, number[]>;
  blocking?: string[];
  outcomes: number;
}

/** What shows in a finding does not block it. */
const blockedBy = (f: Pick<Small, 'by' | 'blocking'>) => (f.blocking ?? []).filter((id) => !f.by[id]);

function build(priors: number[], findings: Small[]) {
  const causes: Cause[] = priors.map((p, i) => ({
    id: `c${i}`,
    name: `c${i}`,
    group: 'power',
    ifLeft: 'nothing',
    prior: { desktop: p },
    valueLeft: 0.5,
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
    outcomes: Array.from({ length: f.outcomes }, (_, o) => ({ id: `o${o}`, label: `o${o}` })),
  }));
  return compileModel({ causes, findings: full }, { chassis: 'desktop', source: 'clearout' });
}

describe('the posterior', () => {
  it('equals a naive full-joint enumeration on random small models to 1e-12', () => {
    fc.assert(
      fc.property(smallModel, ({ priors, findings, size }) => {
        const record = findings
          .filter((f) => f.taken >= 0)
          .map((f) => ({ kind: 'finding' as const, finding: f.id, outcome: f.taken }));
        const got = new BeliefEngine(build([...priors], findings), size).posterior(record);
        const want = naivePosterior(
          [...priors],
          findings
            .filter((f) => f.taken >= 0)
            .map((f) => ({ leak: f.leak, by: f.by, blockedBy: blockedBy(f), outcome: f.taken })),
          size,
        );
        want.marginals.forEach((p, c) => expect(Math.abs(got.marginals[c] - p)).toBeLessThan(1e-12));
        expect(Math.abs(got.sound - want.sound)).toBeLessThan(1e-12);
        expect(Math.abs(Math.exp(got.logEvidence) - want.evidence)).toBeLessThan(1e-12);
      }),
      { numRuns: 300, seed: 20 },
    );
  });

  it('does not depend on what was asked in between: voiding restores the former numbers bit for bit', () => {
    fc.assert(
      fc.property(smallModel, ({ priors, findings, size }) => {
        const record = findings.map((f) => ({
          kind: 'finding' as const,
          finding: f.id,
          outcome: Math.max(0, f.taken),
        }));
        const engine = new BeliefEngine(build([...priors], findings), size);
        const before = engine.posterior(record.slice(0, 2));
        engine.posterior(record);
        const after = engine.posterior(record.slice(0, 2));
        expect(Array.from(after.probabilities)).toEqual(Array.from(before.probabilities));
        const fresh = new BeliefEngine(build([...priors], findings), size).posterior(record.slice(0, 2));
        expect(Array.from(fresh.probabilities)).toEqual(Array.from(before.probabilities));
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
    const engine = new BeliefEngine(model, 2);
    const posterior = engine.posterior([{ kind: 'finding', finding: 'E', outcome: 1 }]);
    const byFraction = network.results.find((result) => JSON.stringify(result.evidence) === '{"E":1}')!
      .posterior as Record<string, [string, number]>;
    expect(Math.exp(posterior.logEvidence)).toBeCloseTo(0.064828, 12);
    expect(posterior.marginals[0]).toBeCloseTo(byFraction.T[1], 9);
    expect(posterior.marginals[1]).toBeCloseTo(byFraction.L[1], 9);
  });
});
