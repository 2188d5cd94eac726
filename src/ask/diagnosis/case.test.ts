import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { diagnose, findingsMatching, readCase } from './case';

const sample = JSON.parse(readFileSync('samples/cases/turns-on-then-nothing.json', 'utf8')) as Record<
  string,
  unknown
>;
const message = (value: unknown) => {
  try {
    readCase(value);
  } catch (error) {
    return (error as Error).message;
  }
  return 'no error';
};

describe('a case file', () => {
  it('names findings by id, question or telling words, outcomes by index, id or label', () => {
    const values = { soundMinor: 1 };
    const by = (finding: string, outcome: number | string) =>
      readCase({ chassis: 'laptop', values, findings: [{ finding, outcome }] }).record[0];
    const want = { kind: 'finding', id: 'torch', outcome: 1 };
    expect(by('torch', 1)).toEqual(want);
    expect(by('Torch flat on the screen: a faint image?', 'A faint image')).toEqual(want);
    expect(by('torch screen', 'a-faint-image')).toEqual(want);
  });
  it.each([
    [{}, /chassis.*required.*values.*required/s],
    [{ ...sample, chassis: 'tablet' }, /chassis: .*must be one of/],
    [
      { ...sample, findings: [{ finding: 'nonsense', outcome: 0 }] },
      /findings\.0: no finding is called "nonsense"/,
    ],
    [{ ...sample, findings: [{ finding: 'drive', outcome: 0 }] }, /findings\.0: .*it could be .*drive/],
    [
      { ...sample, findings: [{ finding: 'button', outcome: 'Explodes' }] },
      /"button" has the outcomes 0 Starts and stays on.*got "Explodes"/,
    ],
    [{ ...sample, findings: [{ finding: 'look-swelling', outcome: 0 }] }, /is not a finding of a small/],
    [
      { ...sample, findings: [{ repair: 'swap-battery', helped: true }] },
      /no repair of a small is called "swap-battery"/,
    ],
    [{ ...sample, values: { soundMinor: 1.5 } }, /values\.soundMinor/],
    [{ ...sample, claims: ['button'] }, /is a finding, not a claim/],
  ])('refuses %o with the place and the reason', (value, words) => expect(message(value)).toMatch(words));
});

describe('the answer', () => {
  const answer = diagnose(sample);
  it('ranks causes with the evidence that moved each; the decibans add up from prior to belief', () => {
    expect(answer.beliefs[0].cause).toBe('memory-contact');
    const line = answer.beliefs[0];
    const logit = (p: number) => 10 * Math.log10(p / (1 - p));
    expect(line.evidence.reduce((sum, entry) => sum + entry.decibans, 0)).toBeCloseTo(
      logit(line.probability) - logit(line.prior),
      0,
    );
  });
  it('ranks steps by net value and says what each outcome would leave', () => {
    const values = answer.steps.map((step) => step.netValueMinor);
    const { soundMinor } = sample.values as { soundMinor: number };
    values.forEach((value, i) =>
      expect(value).toBeGreaterThanOrEqual(Math.max(...values.slice(i)) - 0.04 * soundMinor - 1),
    );
    const look = answer.steps.find((step) => step.kind === 'look')!;
    expect(look.outcomes!.reduce((sum, outcome) => sum + outcome.probability, 0)).toBeCloseTo(1, 2);
    expect(answer.stop.netValueMinor).toBeLessThanOrEqual(Math.max(...values));
  });
  it('takes what the seller says as weak evidence', () =>
    expect(answer.case.record[0]).toEqual({ finding: 'says-no-picture', outcome: 'Said' }));
  it('a look’s outcome values, weighed by their chances, are the look’s value', () => {
    for (const step of answer.steps.filter((candidate) => candidate.kind === 'look').slice(0, 5)) {
      const mean = step.outcomes!.reduce(
        (sum, outcome) => sum + outcome.probability * outcome.netValueMinor,
        0,
      );
      // lookahead tells lesser explanations not apart: within one per cent of the price
      expect(Math.abs(mean - step.netValueMinor)).toBeLessThan(0.01 * 8000);
    }
  });
});

describe('finding findings', () => {
  it('matches all words, in questions and outcomes', () => {
    expect(findingsMatching('torch').map((finding) => finding.id)).toEqual(['torch']);
    expect(findingsMatching('fan roars').map((finding) => finding.id)).toEqual(['fan-sound']);
    expect(findingsMatching('bulging', 'desktop')).toEqual([]);
  });
});

describe('offers', () => {
  /** A laptop with its glass broken, a panel of 32.00 by the catalogue, offered used or new at 4.69. */
  const at = (soundMinor: number, quotes?: object) =>
    diagnose({
      chassis: 'laptop',
      findings: [{ finding: 'look-glass', outcome: 2 }],
      values: { soundMinor },
      ...(quotes && { quotes }),
    });
  const step = (told: ReturnType<typeof diagnose>) => told.steps.find(({ id }) => id === 'swap-panel')!;
  /** What mending is worth over taking it apart. */
  const mending = ({ routes }: ReturnType<typeof diagnose>) =>
    routes.find(({ route }) => route === 'refurbish')!.valueMinor -
    routes.find(({ route }) => route === 'harvest')!.valueMinor;
  it.each([5000, 9000, 12_000])(
    'a panel at 4.69 in place of 32.00, sound price %i: the difference is won',
    (price) => {
      const dear = step(at(price));
      const cheap = step(at(price, { panel: { minor: 469, fits: 1 } }));
      expect([dear.partMinor, cheap.partMinor]).toEqual([3200, 469]);
      // the part is paid for where it helps: 0.97 of 27.31, and what else may follow
      expect(cheap.netValueMinor - dear.netValueMinor).toBeGreaterThan(0.9 * 2731);
      expect(cheap.netValueMinor - dear.netValueMinor).toBeLessThanOrEqual(2731);
    },
  );
  it('turns taking apart into mending at 90; a part that is only as said three times in five is worth less', () => {
    const sure = { panel: { minor: 469, fits: 1 } };
    expect(mending(at(9000))).toBe(0);
    expect(mending(at(9000, sure))).toBeGreaterThan(1000);
    const unsure = step(at(9000, { panel: { minor: 469, fits: 0.6 } }));
    expect(unsure.netValueMinor).toBeLessThan(step(at(9000, sure)).netValueMinor);
  });
  it('a part put in by hand is told as one, and does what such a repair does', () => {
    const told = diagnose({
      chassis: 'laptop',
      findings: [{ finding: 'battery-health', outcome: 2 }, { part: 'battery' }],
      values: { soundMinor: 9000 },
    });
    const worn = told.beliefs.find(({ cause }) => cause === 'battery-worn');
    expect(worn?.probability ?? 0).toBeLessThan(0.1);
    expect(told.case.record[1]).toEqual({ part: 'battery', way: 'in' });
  });
});
