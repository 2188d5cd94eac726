import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { CLOSED } from './bench';
import { prepare } from './context';
import { evaluateUnit, inspectUnit, type EvaluationInput, type RecordEntry } from './evaluate';
import { rankSteps } from './rank';
import { NOT_HELD, Support, supportOf } from './support';

/** The first `count` answers for a laptop that each show a cause directly (invented worth, shop estimate). */
function seenDirectly(count: number): EvaluationInput {
  const seen = new Set<string>();
  const record = catalogue.findings
    .filter((finding) => (!finding.chassis || finding.chassis.includes('laptop')) && !finding.needs?.length)
    .flatMap((finding): RecordEntry[] => {
      const outcome = finding.outcomes.findIndex((each) => each.settles?.some((id) => !seen.has(id)));
      if (outcome < 0) return [];
      finding.outcomes[outcome].settles!.forEach((id) => seen.add(id));
      return [{ kind: 'finding', id: finding.id, outcome }];
    })
    .slice(0, count);
  expect(record).toHaveLength(count);
  return {
    chassis: 'laptop',
    source: 'clearout',
    record,
    bench: { ...CLOSED, plugged: true },
    worth: {
      soundMinor: 20_000,
      feeShare: 0.08,
      finishMinutes: 30,
      asFoundShare: 0.45,
      asFoundMinutes: 9,
      parts: [{ class: 'memory', minor: 350 }],
      harvestMinutes: 16,
      recycleMinor: 10,
    },
    priceLowMinor: 17_000,
    priceHighMinor: 23_000,
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
  };
}

describe('sets reached by plans', () => {
  it('are not made before a plan comes to them, and hold what is left', () => {
    const { problem } = inspectUnit(catalogue, seenDirectly(6));
    const support = supportOf(problem.posterior);
    const start = support.count;
    expect(start).toBe(support.weights.length);
    const full = support.sets.findIndex((set) => set.length >= 6);
    const local = support.causes.indexOf(support.sets[full][0]);
    const without = support.remove(full, local);
    expect(support.sets[without]).toEqual(support.sets[full].slice(1));
    expect(support.remove(full, local)).toBe(without);
    expect(support.removed(without, local)).toBe(-1);
    expect(support.count).toBeLessThanOrEqual(start + 1);
  });
  it('number more than sixteen bits hold', () => {
    const support = new Support([[Array.from({ length: 16 }, (_, i) => i), 1]], 0);
    for (let h = 0; h < support.count; h++)
      for (let local = 0; local < 16; local++)
        if (support.removed(h, local) !== NOT_HELD) support.remove(h, local);
    expect(support.count).toBe(2 ** 16);
    const wrong = support.sets.findIndex((set, h) =>
      set.some(
        (cause) => support.sets[support.remove(h, cause)].join() !== set.filter((c) => c !== cause).join(),
      ),
    );
    expect(wrong).toBe(-1);
  });
  it('small shares swept away change next to nothing', () => {
    const { problem } = inspectUnit(catalogue, seenDirectly(5));
    const values = [0, 1e-5].map((crumb) => {
      const ranking = rankSteps(problem, prepare(problem, supportOf(problem.posterior, crumb)));
      return { best: ranking.best, value: Math.max(...ranking.routes.map((route) => route.valueMinor)) };
    });
    expect(values[1].best).toBe(values[0].best);
    expect(Math.abs(values[1].value - values[0].value)).toBeLessThan(0.005 * values[0].value);
  });
  it('nine causes seen directly: one more flaw is worth less, and the route does not turn over', () => {
    const results = [7, 8, 9].map((count) => evaluateUnit(catalogue, seenDirectly(count)));
    for (const result of results) expect(Number.isFinite(result.valueMinor)).toBe(true);
    expect(results[1].valueMinor).toBeLessThanOrEqual(results[0].valueMinor + 1);
    expect(results[2].valueMinor).toBeLessThanOrEqual(results[1].valueMinor + 1);
    expect(results.map((result) => result.best)).toEqual([results[0].best, results[0].best, results[0].best]);
  });
});
