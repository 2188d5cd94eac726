import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import type { Bundle } from '../catalogue';
import { prepare } from './context';
import { inspectUnit } from './inspect';
import { type EvaluationInput } from './inspect';
import { CLOSED } from '../minutes/opening';
import { rankSteps } from './rank';

const at = (id: string, outcome: string) => ({
  kind: 'finding' as const,
  id,
  outcome: catalogue.findings
    .find((finding) => finding.id === id)!
    .outcomes.findIndex((each) => each.id === outcome),
});

const input = (record: EvaluationInput['record']): EvaluationInput => ({
  chassis: 'laptop',
  source: 'clearout',
  record,
  bench: CLOSED,
  worth: {
    soundMinor: 22_000,
    feeShare: 0.08,
    finishMinutes: 38,
    asFoundShare: 0.45,
    asFoundMinutes: 10,
    harvestMinutes: 28,
    recycleMinor: -60,
    parts: [{ class: 'memory', minor: 350 }],
  },
  priceLowMinor: 19_000,
  priceHighMinor: 25_000,
  ratePerHourMinor: 1800,
  verifyMinutes: 4,
});

const OUTSIDE = [
  at('look-swelling', 'flat'),
  at('look-liquid', 'none'),
  at('look-rattle', 'silent'),
  at('look-smell', 'none'),
];

const RUNS = [
  ...OUTSIDE,
  at('button', 'starts-and-stays-on'),
  at('picture-own', 'a-good-picture'),
  at('gets-to', 'a-system-starts'),
];

const report = catalogue.bundles[0];

/** The steps with other bundles in the catalogue. */
function ranked(record: EvaluationInput['record'], bundles: Bundle[]) {
  const { problem } = inspectUnit({ ...catalogue, bundles }, input(record));
  return { problem, steps: rankSteps(problem, prepare(problem)).steps };
}

describe('one act that answers many questions', () => {
  it('is not there before the machine starts, nor while it may not be powered', () => {
    expect(ranked([], [report]).steps.some(({ kind }) => kind === 'bundle')).toBe(false);
    expect(ranked(OUTSIDE, [report]).steps.some(({ kind }) => kind === 'bundle')).toBe(false);
  });
  it('is worth at least its best question at the same price, and less when it costs more', () => {
    const { problem, steps } = ranked(RUNS, [{ ...report, minutes: 0.2 }]);
    const bundle = steps.find(({ kind }) => kind === 'bundle')!;
    expect(bundle.answers).toBeGreaterThan(3);
    const alone = steps.filter(({ kind, id }) => kind === 'look' && report.findings.includes(id));
    for (const step of alone)
      expect(bundle.valueMinor + bundle.costMinor).toBeGreaterThanOrEqual(
        // sixty-four draws stand for the chances
        step.valueMinor + step.costMinor - 0.01 * problem.worth.soundMinor,
      );
    const dear = ranked(RUNS, [{ ...report, minutes: 600 }]).steps;
    expect(dear.some(({ kind }) => kind === 'bundle')).toBe(false);
  });
  it('of one question that matters and one that tells nothing: worth what the question is', () => {
    const own = { ...report, findings: ['battery-health', 'system-bits'], minutes: 2 };
    const { problem, steps } = ranked(RUNS, [own]);
    const bundle = steps.find(({ kind }) => kind === 'bundle');
    const single = rankSteps({ ...problem, also: ['battery-health'] }).steps.find(
      ({ id }) => id === 'battery-health',
    )!;
    // drawn so that its chances are those of the question, to one part in sixty-four
    if (bundle)
      expect(
        Math.abs(bundle.valueMinor + bundle.costMinor - single.valueMinor - single.costMinor),
      ).toBeLessThan(0.02 * problem.worth.soundMinor);
    else expect(single.valueMinor + single.costMinor - 60).toBeLessThan(steps[0].valueMinor);
  });
  it('the same record, the same value: nothing is drawn anew', () => {
    const once = () => ranked(RUNS, [report]).steps.find(({ kind }) => kind === 'bundle')?.valueMinor;
    expect(once()).toBe(once());
  });
  it('is left out once it was said that it cannot be done', () => {
    const record = [...RUNS, { kind: 'unanswered' as const, id: report.id, why: 'cannot-tell' as const }];
    expect(ranked(record, [report]).steps.some(({ kind }) => kind === 'bundle')).toBe(false);
  });
});
