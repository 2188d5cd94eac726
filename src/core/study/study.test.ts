import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { compareArms, deviation, leastDifference, type StudyMachine } from './compare';
import { againstRivals, complaintFrequencies, foretold, naiveBayes, type Learnt } from './rivals';
import { agreement, type Mark, type MarkedStep } from './marks';

const machine = (over: Partial<StudyMachine>): StudyMachine => ({
  arm: 'shown',
  person: 'a',
  netMinor: 5000,
  minutes: 40,
  partsMinor: 0,
  returned: false,
  ...over,
});

/** Two normal numbers at a time (Box & Muller 1958). */
function normals(random: () => number, n: number) {
  return Array.from({ length: n }, () => {
    const radius = Math.sqrt(-2 * Math.log(1 - random()));
    return radius * Math.cos(2 * Math.PI * random());
  });
}

describe('two ways of working compared', () => {
  it('what so many machines can show: the usual figures for a deviation of 35', () => {
    // two-sided 5 %, power 80 %: the figures the plan of the study was made with
    expect(leastDifference(35, 150, 150)).toBeCloseTo(11.3, 1);
    expect(leastDifference(35, 300, 300)).toBeCloseTo(8.0, 1);
  });

  it('the deviation of a sample worked out by hand', () => {
    expect(deviation([2, 4, 4, 4, 5, 5, 7, 9])).toBeCloseTo(2.138, 3);
    expect(deviation([3])).toBeNull();
  });

  it('a person with the better machines does not make the difference', () => {
    // b nets 9,000 more whatever is shown, and has most of the hidden ones
    const machines = [
      ...[5000, 5200, 5400, 5600].map((netMinor) => machine({ netMinor })),
      ...[4900, 5100].map((netMinor) => machine({ netMinor, arm: 'hidden' })),
      ...[14_000, 14_200].map((netMinor) => machine({ netMinor, person: 'b' })),
      ...[13_800, 13_900, 14_000, 14_100].map((netMinor) =>
        machine({ netMinor, person: 'b', arm: 'hidden' }),
      ),
    ];
    const { differenceMinor, shown, hidden, people } = compareArms(machines, seededRandom(1));
    expect(shown.netMinor).toBeLessThan(hidden.netMinor);
    expect(people).toBe(2);
    // a: 300, b: 150, each with a weight of 8/6
    expect(differenceMinor).toBeCloseTo(225, 9);
  });

  it('nobody with machines of both kinds: nothing is said', () => {
    const machines = [machine({}), machine({}), machine({ arm: 'hidden', person: 'b' })];
    expect(compareArms(machines, seededRandom(1))).toMatchObject({
      differenceMinor: null,
      interval: null,
      leastMinor: null,
      people: 0,
    });
    expect(compareArms([], seededRandom(1)).shown).toMatchObject({ n: 0, netMinor: 0 });
  });

  it('the interval holds the truth about as often as it says', () => {
    const random = seededRandom(7);
    const trials = 120;
    let held = 0;
    for (let trial = 0; trial < trials; trial++) {
      const machines = ['a', 'b', 'c'].flatMap((person, p) =>
        (['shown', 'hidden'] as const).flatMap((arm) =>
          normals(random, 20).map((z) =>
            machine({ person, arm, netMinor: 4000 + 2000 * p + 3500 * z + (arm === 'shown' ? 800 : 0) }),
          ),
        ),
      );
      const [low, high] = compareArms(machines, seededRandom(trial), 800).interval!;
      if (low <= 800 && 800 <= high) held++;
    }
    // 95 % of 120 is 114; four standard errors below is 104
    expect(held).toBeGreaterThanOrEqual(104);
    expect(held).toBeLessThan(trials);
  });
});

describe('marks given blind', () => {
  const step = (name: string, proposed: boolean, ...marks: Mark[]): MarkedStep[] =>
    marks.map((mark, n) => ({ step: name, proposed, person: `p${n}`, mark }));

  it('proposals against the majority, and people among themselves', () => {
    const found = agreement([
      ...step('1', true, 'would do', 'acceptable', 'foolish'),
      ...step('2', true, 'foolish', 'foolish', 'dangerous'),
      ...step('3', false, 'acceptable', 'acceptable', 'acceptable'),
      // two are not three
      ...step('4', true, 'would do', 'would do'),
    ]);
    expect(found).toMatchObject({ steps: 3, proposals: 0.5, drawn: 1, dangerous: 1 });
    // step 1: the two others of each who agrees are split, the third stands against both; 2 and 3: all agree
    expect(found.ceiling).toBeCloseTo(6 / 7, 9);
  });

  it('as many for as against is no majority', () => {
    expect(agreement(step('1', true, 'would do', 'foolish', 'would do', 'foolish'))).toMatchObject({
      steps: 1,
      proposals: null,
      drawn: null,
    });
    expect(agreement([])).toMatchObject({ steps: 0, ceiling: null });
  });
});

describe('dull rivals', () => {
  const learnt = (truth: string[], seen: Learnt['seen']): Learnt => ({ chassis: 'laptop', truth, seen });
  const beeps = { finding: 'button', outcome: 2 };
  const hot = { finding: 'fan-sound', outcome: 1 };
  const well = { finding: 'fan-sound', outcome: 0 };
  const cases = [
    ...Array.from({ length: 6 }, () => learnt(['memory-contact'], [beeps, well])),
    ...Array.from({ length: 2 }, () => learnt(['memory-bad'], [beeps, well])),
    ...Array.from({ length: 12 }, () => learnt(['fan-dead'], [{ finding: 'button', outcome: 0 }, hot])),
  ];

  it('frequencies by complaint, held back towards the usual share where few had it', () => {
    const rival = complaintFrequencies(cases);
    // six of eight with this complaint; six of twenty of the kind; five more machines of the usual kind
    expect(rival('laptop', [beeps]).get('memory-contact')).toBeCloseTo((6 + 5 * 0.3) / 13, 12);
    expect(rival('laptop', [beeps]).get('fan-dead')).toBeCloseTo((5 * 0.6) / 13, 12);
    // a complaint nobody had, and a kind nobody had
    expect(rival('laptop', [{ finding: 'torch', outcome: 1 }]).get('fan-dead')).toBeCloseTo(0.6, 12);
    expect(rival('desktop', [beeps]).size).toBe(0);
  });

  it('naive Bayes by hand: prior odds times the shares of each answer', () => {
    const odds = (p: number) => p / (1 - p);
    const believed = naiveBayes(cases)('laptop', [beeps]);
    // 6.5 / 14.5, then (6 + 1) / (6 + 3) against (2 + 1) / (14 + 3): two outcomes were met, and one more is thought of
    expect(odds(believed.get('memory-contact')!)).toBeCloseTo(((6.5 / 14.5) * (7 / 9)) / (3 / 17), 9);
    // the same question answered again: the last one counts, once
    expect(naiveBayes(cases)('laptop', [hot, beeps, well]).get('fan-dead')).toBeCloseTo(
      naiveBayes(cases)('laptop', [beeps, well]).get('fan-dead')!,
      12,
    );
    expect(naiveBayes(cases)('laptop', [hot]).get('fan-dead')).toBeGreaterThan(0.9);
  });

  it('rivals learn from the earlier half and are judged on the later, as the program is', () => {
    const half = [...cases.slice(0, 4), ...cases.slice(8, 12)];
    const { program, complaints, bayes } = againstRivals([...half, ...half], ({ truth }) =>
      truth[0] === 'fan-dead' ? new Map([['fan-dead', 1]]) : null,
    );
    // what contradicts itself is left out for all three
    for (const judged of [program, complaints, bayes]) expect(judged.machines).toBe(4);
    expect(program).toMatchObject({ brier: 0, first: 1 });
    expect(bayes.first).toBe(1);
    expect(bayes.brier).toBeGreaterThan(0);
    // nobody in the earlier half had it: a rival cannot know it
    expect(againstRivals([...cases.slice(0, 8), ...cases.slice(8, 16)], () => new Map()).bayes.first).toBe(0);
  });

  it('forecasts are judged by their squares and by what stands first', () => {
    const causes = new Set(['a', 'b', 'c', 'd']);
    const sure = new Map([
      ['a', 0.8],
      ['b', 0.3],
      ['c', 0.2],
      ['d', 0.1],
    ]);
    const judged = foretold([{ believed: sure, truth: ['b', 'elsewhere'] }], causes);
    expect(judged.brier).toBeCloseTo(0.64 + 0.49 + 0.04 + 0.01, 12);
    expect(judged).toMatchObject({ machines: 1, first: 0, firstThree: 1 });
    expect(foretold([{ believed: sure, truth: ['d'] }], causes)).toMatchObject({ first: 0, firstThree: 0 });
    expect(foretold([], causes)).toEqual({ machines: 0, brier: 0, first: null, firstThree: null });
  });
});
