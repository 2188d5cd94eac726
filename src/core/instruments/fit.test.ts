import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { problems } from '../../../tests/oracles/nistNonlinear';
import { seededRandom } from '../random';
import { fitCurve, type Curve } from './fit';
import { stagesOf } from './heat/stages';
import { runs } from '@/../tests/thorough';

interface Nist {
  starts: [number, number][];
  data: [number, number][];
  certified: { estimate: string; sd: string }[];
  certified_rss: string;
}
const misra = JSON.parse(readFileSync('tests/oracles/misra1a.json', 'utf8')) as Nist;

/** NIST StRD Misra1a: y = b1 (1 - exp(-b2 x)), from both certified starts. */
describe('Misra1a', () => {
  const rise: Curve = {
    at: ([b1, b2], x) => b1 * (1 - Math.exp(-b2 * x)),
    by: ([b1, b2], x) => [1 - Math.exp(-b2 * x), b1 * x * Math.exp(-b2 * x)],
  };
  it.each(misra.starts)('from %f, %f: ten digits of every estimate, nine of every deviation', (...start) => {
    const fitted = fitCurve(
      misra.data.map(([, x]) => x),
      misra.data.map(([y]) => y),
      rise,
      [start],
    );
    misra.certified.forEach(({ estimate, sd }, i) => {
      expect(Math.abs(fitted.params[i] / Number(estimate) - 1)).toBeLessThan(1e-10);
      expect(Math.abs(fitted.errors[i] / Number(sd) - 1)).toBeLessThan(1e-9);
    });
    expect(Math.abs(fitted.rss / Number(misra.certified_rss) - 1)).toBeLessThan(1e-9);
  });
  it('no more points than parameters is refused', () =>
    expect(() => fitCurve([1, 2], [1, 2], rise, [[1, 1]])).toThrow(/2 points for 2/));
});

/** T(t) = 30 + k1 (1 - exp(-t/5)) + k2 (1 - exp(-t/160)). */
const rises = (k1: number, k2: number, t: number) =>
  30 + k1 * (1 - Math.exp(-t / 5)) + k2 * (1 - Math.exp(-t / 160));
/** A response that is known: 65 W and 15 W, two stages. */
const analytic = (watts: number, n: number, noise: () => number) =>
  Array.from({ length: n }, (_, t) => ({
    t,
    temp: noise() + rises(watts * 0.4, watts * 0.5, t),
  }));

describe('two stages', () => {
  it.each([65, 15])('%i W without noise: within 2 %%', (watts) => {
    const found = stagesOf(analytic(watts, 600, () => 0))!;
    for (const [seen, truth] of [
      [found.chip.kelvin, watts * 0.4],
      [found.sink.kelvin, watts * 0.5],
      [found.chip.tau, 5],
      [found.sink.tau, 160],
    ])
      expect(Math.abs(seen / truth - 1)).toBeLessThan(0.02);
  });
  it('intervals of 95 % hold the truth 90 to 98 times in 100', () => {
    const random = seededRandom(20);
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const held = { chip: 0, settles: 0, early: 0 };
    const many = runs(300, 120);
    for (let run = 0; run < many; run++) {
      const samples = analytic(65, 600, gauss);
      const found = stagesOf(samples)!;
      // where it settles decides when a run ends: also before it has come there (30 + 26 + 32.5)
      const early = stagesOf(samples.slice(0, 240))!;
      held.chip += Number(Math.abs(found.chip.kelvin - 26) <= 1.96 * found.chip.kelvinError);
      held.settles += Number(Math.abs(found.settles - 88.5) <= 1.96 * found.settlesError);
      held.early += Number(Math.abs(early.settles - 88.5) <= 1.96 * early.settlesError);
    }
    for (const [what, times] of Object.entries(held)) {
      expect(times, what).toBeGreaterThanOrEqual(0.9 * many);
      expect(times, what).toBeLessThanOrEqual(0.98 * many);
    }
  });
  it('too short a run says nothing', () => expect(stagesOf(analytic(65, 20, () => 0))).toBeNull());
});

describe('published nonlinear problems', () => {
  // NIST StRD; the certified values are checked against their own sums of squares first
  it.each(problems.map((own) => [own.name, own] as const))(
    '%s: from both published starts six digits and more',
    (_, { data, curve, starts, certified, rss }) => {
      const at = data.reduce((sum, [y, x]) => sum + (y - curve.at(certified, x)) ** 2, 0);
      expect(Math.abs(at - rss)).toBeLessThanOrEqual(1e-6 * rss + 1e-18);
      for (const start of starts) {
        const { params } = fitCurve(
          data.map(([, x]) => x),
          data.map(([y]) => y),
          curve,
          [start],
        );
        certified.forEach((own, i) => expect(Math.abs(params[i] / own - 1), `b${i + 1}`).toBeLessThan(1e-6));
      }
    },
  );
});
