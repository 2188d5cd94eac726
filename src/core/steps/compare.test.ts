import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { CLOSED } from '../minutes/opening';
import { compareSteps } from './compare';
import { inspectUnit } from './inspect';
import { type EvaluationInput } from './inspect';

const input: EvaluationInput = {
  chassis: 'desktop',
  source: 'clearout',
  bench: { ...CLOSED, plugged: true },
  ratePerHourMinor: 1800,
  verifyMinutes: 4,
  priceLowMinor: 6000,
  priceHighMinor: 8000,
  record: (
    [
      ['look-bay', 0],
      ['button', 0],
      ['fan-sound', 0],
      ['lock-key', 0],
      ['picture-monitor', 2],
    ] as const
  ).map(([id, outcome]) => ({ kind: 'finding', id, outcome })),
  worth: {
    soundMinor: 7000,
    feeShare: 0.08,
    finishMinutes: 30,
    asFoundShare: 0.45,
    asFoundMinutes: 9,
    parts: [{ class: 'memory', minor: 350 }],
    harvestMinutes: 16,
    recycleMinor: 10,
  },
};

function compare(first: string, second: string, more: Partial<EvaluationInput> = {}) {
  const { problem, ranking } = inspectUnit(catalogue, { ...input, ...more });
  return { ...compareSteps(catalogue, problem, ranking, first, second), ranking };
}

describe('comparing two steps', () => {
  it('splits the difference into minutes, parts and what each leads to, and the three add up', () => {
    const { ranking } = inspectUnit(catalogue, input);
    for (const other of ranking.steps.slice(1, 40)) {
      const found = compare(ranking.steps[0].id, other.id);
      if (!found.possible) throw new Error(`${other.id} cannot be compared`);
      const { aheadMinor, minutesMinor, partsMinor, leadsToMinor } = found.comparison;
      expect(minutesMinor + partsMinor + leadsToMinor).toBe(aheadMinor);
      expect(aheadMinor).toBe(ranking.steps[0].valueMinor - other.valueMinor);
      // of a tie the first may be foretold a trifle less
      expect(aheadMinor).toBeGreaterThanOrEqual(-catalogue.judging.alikeShare * input.worth.soundMinor);
    }
  });
  it('turned round gives the same with the other sign', () => {
    const [a, b] = [compare('port-used', 'reseat-memory'), compare('reseat-memory', 'port-used')];
    if (!a.possible || !b.possible) throw new Error('both can be taken');
    expect(a.comparison.aheadMinor).toBe(-b.comparison.aheadMinor);
    expect(a.comparison.leadsToMinor).toBe(-b.comparison.leadsToMinor);
  });
  it('says what stands in the way of a step that cannot be taken', () => {
    const barrier = (id: string, more: Partial<EvaluationInput> = {}) => {
      const found = compare('port-used', id, more);
      return found.possible ? null : found.barrier;
    };
    expect(barrier('gets-to')).toEqual({ kind: 'needs', facts: ['picture'] });
    expect(barrier('card-swap')).toEqual({ kind: 'part', class: 'card' });
    expect(barrier('card-swap', { bin: { card: 800 } })).toBeNull();
    expect(barrier('look-battery')).toEqual({ kind: 'chassis' });
    expect(barrier('lock-key')).toEqual({ kind: 'taken' });
    expect(barrier('swap-mic')).toEqual({ kind: 'chassis' });
    expect(barrier('polish')).toEqual({ kind: 'unknown' });
    expect(
      barrier('reseat-memory', {
        record: [...input.record, { kind: 'repair', id: 'reseat-memory', ended: 'no-change' }],
      }),
    ).toEqual({ kind: 'taken' });
  });
  it('a swap-test is proposed only with its part in the bin', () => {
    const offered = (bin: EvaluationInput['bin']) =>
      inspectUnit(catalogue, { ...input, bin }).ranking.steps.some((step) => step.id === 'memory-swap');
    expect(offered(undefined)).toBe(false);
    expect(offered({ fan: 100 })).toBe(false);
    expect(offered({ memory: 300 })).toBe(true);
  });
  it('a part out of the bin makes its repair cheaper than one that must be bought', () => {
    const part = (bin: EvaluationInput['bin']) =>
      inspectUnit(catalogue, { ...input, bin }).ranking.steps.find((step) => step.id === 'swap-card')!
        .partMinor;
    expect(part(undefined)).toBe(1200);
    expect(part({ card: 300 })).toBe(300);
  });
});
