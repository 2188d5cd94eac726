import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { layered, overrideFaults, withOverrides } from './overrides';

describe('the owner’s own numbers', () => {
  it('replace only what they name', () => {
    const own = {
      causes: { 'fan-dead': { prior: { laptop: 0.3 } } },
      findings: { torch: { minutes: 9 } },
      repairs: { 'fit-drive': { partMinor: 100 } },
    };
    expect(overrideFaults(catalogue, own)).toEqual([]);
    const made = withOverrides(catalogue, own);
    const cause = made.causes.find((candidate) => candidate.id === 'fan-dead')!;
    const before = catalogue.causes.find((candidate) => candidate.id === 'fan-dead')!;
    expect(cause.prior).toEqual({ ...before.prior, laptop: 0.3 });
    expect(made.findings.find((finding) => finding.id === 'torch')!.minutes).toBe(9);
    expect(made.repairs.find((repair) => repair.id === 'fit-drive')!.part!.costMinor).toBe(100);
    expect(made.causes.filter((candidate, i) => candidate !== catalogue.causes[i])).toHaveLength(1);
  });
  it('lie over what was learned, number by number', () => {
    const learned = {
      causes: { 'fan-dead': { prior: { laptop: 0.1, desktop: 0.2 } } },
      findings: { torch: { leak: [0.9, 0.1] } },
    };
    const own = {
      causes: { 'fan-dead': { prior: { laptop: 0.3 }, valueLeft: 0.5 } },
      repairs: { 'fit-drive': { minutes: 9 } },
    };
    expect(layered(learned, own)).toEqual({
      causes: { 'fan-dead': { prior: { laptop: 0.3, desktop: 0.2 }, valueLeft: 0.5 } },
      findings: { torch: { leak: [0.9, 0.1] } },
      repairs: { 'fit-drive': { minutes: 9 } },
    });
  });
  it.each([
    [{ causes: { dragon: { prior: { laptop: 0.1 } } } }, /there is no "dragon"/],
    [{ causes: { 'lid-sensor': { prior: { desktop: 0.1 } } } }, /does not occur on a desktop/],
    [{ causes: { 'fan-dead': { prior: { laptop: 1.4 } } } }, /fan-dead/],
    [{ findings: { torch: { leak: [0.5, 0.4] } } }, /sums to/],
    [{ findings: { torch: { leak: [1] } } }, /1 probabilities for/],
    [{ findings: { torch: { by: { 'fan-dead': [0.5, 0.5] } } } }, /does not touch it/],
    [{ findings: { torch: { minutes: -1 } } }, /minutes/],
    [{ repairs: { 'fit-drive': { cures: { 'fan-dead': 0.5 } } } }, /does not aim at/],
    [{ repairs: { 'reseat-memory': { partMinor: 10 } } }, /takes no part/],
  ])('are checked as the catalogue is: %j', (own, words) =>
    expect(overrideFaults(catalogue, own).join('; ')).toMatch(words),
  );
});
