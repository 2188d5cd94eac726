import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { CLOSED } from './bench';
import { prepare } from './context';
import { evaluateUnit, inspectUnit, type EvaluationInput, type RecordEntry } from './evaluate';
import { walkPlan } from './outcomes';
import { basePolicy, bestStop } from './policy';
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

/** The same problem with what was seen directly as a member of every set: all their subsets are sets too. */
function insideTheSets({ sets, weights, standing }: Support): Support {
  return new Support(
    Array.from(weights, (weight, h) => [[...sets[h], ...standing].sort((a, b) => a - b), weight] as const),
  );
}

describe('what is decided over', () => {
  it('sets hold what is unseen and everything they can become; what was seen directly stands beside them', () => {
    const { problem } = inspectUnit(catalogue, seenDirectly(6));
    const { fixed } = problem.posterior.acting;
    const support = supportOf(problem.posterior);
    expect(fixed.length).toBeGreaterThanOrEqual(6);
    expect(support.standing).toEqual(fixed);
    expect(support.sets.flat().some((cause) => fixed.includes(cause))).toBe(false);
    support.sets.forEach((set, h) =>
      support.causes.forEach((cause, local) => {
        const to = support.remove(h, local);
        if (!set.includes(cause)) expect(to).toBe(NOT_HELD);
        else expect(support.sets[to]).toEqual(set.filter((other) => other !== cause));
      }),
    );
    // twelve more causes make no more sets
    const many = supportOf(inspectUnit(catalogue, seenDirectly(12)).problem.posterior);
    expect(many.count).toBeLessThan(4 * 160);
  });
  it.each([1, 2, 3, 4, 5, 6])(
    'with %d seen directly plans, stops and drawn endings are worth what they are with every subset written out',
    (count) => {
      const input = seenDirectly(count);
      const { problem, ranking } = inspectUnit(catalogue, {
        ...input,
        worth: {
          ...input.worth,
          parts: [
            { class: 'memory', minor: 350 },
            { class: 'panel', minor: 900 },
            { class: 'battery', minor: 500 },
            { class: 'keyboard', minor: 200 },
          ],
        },
      });
      const beside = prepare(problem);
      const written = prepare(problem, insideTheSets(beside.support));
      expect(written.support.count).toBeGreaterThan(beside.support.count);
      for (const bench of [0, 1, 2, 3]) {
        const stops = [beside, written].map((context) => bestStop(context, context.support.weights, bench));
        expect(stops[0].route).toBe(stops[1].route);
        expect(stops[0].value).toBeCloseTo(stops[1].value, 6);
        for (let forced = -1; forced < beside.repairs.length; forced += 9) {
          const [own, plain] = [beside, written].map((context) =>
            basePolicy(context, context.support.weights, bench, false, forced),
          );
          expect(own.value).toBeCloseTo(plain.value, 4);
          expect(own.plan).toEqual(plain.plan);
          expect(own.success).toBeCloseTo(plain.success, 8);
          expect(own.minutes).toBeCloseTo(plain.minutes, 6);
        }
      }
      const again = rankSteps(problem, written);
      expect(again.steps.slice(0, 12).map((step) => [step.kind, step.id, step.valueMinor])).toEqual(
        ranking.steps.slice(0, 12).map((step) => [step.kind, step.id, step.valueMinor]),
      );
      expect(again.routes).toEqual(ranking.routes);
      // one machine after the other, drawn alike
      const value = (context: typeof beside) =>
        Array.from({ length: 200 }, (_, n) =>
          walkPlan(
            context,
            { ...ranking.plan, plan: context.repairs.slice(0, 12).map(({ repair }) => repair.id) },
            context === beside
              ? n % context.support.weights.length
              : context.support.sets.findIndex(
                  (set) =>
                    set.join() ===
                    [...beside.support.sets[n % beside.support.weights.length], ...beside.support.standing]
                      .sort((a, b) => a - b)
                      .join(),
                ),
            () => (n % 3 === 0 ? 0 : 0.999),
          ),
        );
      const [own, plain] = [value(beside), value(written)];
      own.forEach((each, n) => expect(each).toBeCloseTo(plain[n], 6));
    },
  );
  it('nine causes seen directly: one more flaw is worth less, and the route does not turn over', () => {
    const results = [7, 8, 9].map((count) => evaluateUnit(catalogue, seenDirectly(count)));
    for (const result of results) expect(Number.isFinite(result.valueMinor)).toBe(true);
    expect(results[1].valueMinor).toBeLessThanOrEqual(results[0].valueMinor + 1);
    expect(results[2].valueMinor).toBeLessThanOrEqual(results[1].valueMinor + 1);
    expect(results.map((result) => result.best)).toEqual([results[0].best, results[0].best, results[0].best]);
  });
});
