import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { CHASSIS } from '@/core/catalogue';
import { claimViews, sayable } from './claims';

describe('what can be said of a machine', () => {
  it.each(CHASSIS)('%s: every claim in words of its own', (chassis) => {
    const said = sayable(chassis).map(({ says }) => says);
    expect(said.length).toBeGreaterThan(5);
    expect(new Set(said).size).toBe(said.length);
    for (const words of said) expect(words).not.toMatch(/^(Said|Seller says)/);
  });
});

describe('what has come of a claim', () => {
  const found = (claim: string, chances: Record<string, number>) =>
    claimViews([{ words: 'as said', claims: [claim], praise: false }], [], chances).lines[0].found;

  it('a part that is named is borne out by its own faults alone', () => {
    expect(found('says-battery', { 'battery-worn': 0.95 })).toMatch(/^holds: /);
    expect(found('says-battery', { 'charger-cord': 0.97 })).toMatch(/^not that: /);
    expect(found('says-battery', { 'charger-cord': 0.5 })).toMatch(/^does not hold/);
    expect(found('says-battery', { 'charger-cord': 0.97, 'battery-worn': 0.4 })).toMatch(/^not that: /);
    expect(found('says-battery', { 'battery-worn': 0.4 })).toMatch(/^open: .* 40 %; to settle it: /);
  });
  it('the look that settles it says so, as the machine came', () => {
    const seen = (...looks: [ref: string, outcome: number][]) =>
      claimViews(
        [{ words: 'as said', claims: ['says-touchpad'], praise: false }],
        looks.map(([ref, outcome]) => ({ ref, outcome, basis: 'typed', kind: 'finding', voidedBy: null })),
        { 'touchpad-bad': 0.2 },
      ).lines[0].found;
    expect(seen(['touchpad-test', 2])).toBe('checked: it is so');
    expect(seen(['touchpad-test', 0])).toBe('checked: it is not so');
    // mended since
    expect(seen(['touchpad-test', 1], ['touchpad-test', 0])).toBe('checked: it is so');
    expect(seen(['look-keys', 0])).toMatch(/to settle it: Touchpad/);
  });
  it('every claim has a question that settles it, and outcomes it knows', () => {
    for (const finding of catalogue.findings.filter(({ stage }) => stage === 'claim')) {
      expect(Object.keys(finding.settledBy ?? {}).length, finding.id).toBeGreaterThan(0);
      for (const [id, outcomes] of Object.entries(finding.settledBy!))
        for (const outcome of outcomes)
          expect(
            findingById(id)?.outcomes.map((own) => own.id),
            `${finding.id}: ${id}`,
          ).toContain(outcome);
    }
  });
  it('what is only seen is borne out by whatever makes it so', () => {
    expect(found('says-dead', { 'battery-drags': 0.95 })).toMatch(/^holds: /);
    expect(found('says-no-picture', { 'memory-contact': 0.93 })).toMatch(/^holds: /);
    expect(found('says-no-picture', {})).toMatch(/^does not hold/);
  });
});
