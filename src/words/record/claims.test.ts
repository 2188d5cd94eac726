import { describe, expect, it } from 'vitest';
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
    expect(found('says-battery', { 'charger-cord': 0.5 })).toBe('does not hold');
    expect(found('says-battery', { 'charger-cord': 0.97, 'battery-worn': 0.4 })).toMatch(/^not that: /);
    expect(found('says-battery', { 'battery-worn': 0.4 })).toMatch(/^open: .* 40 %$/);
  });
  it('what is only seen is borne out by whatever makes it so', () => {
    expect(found('says-dead', { 'battery-drags': 0.95 })).toMatch(/^holds: /);
    expect(found('says-no-picture', { 'memory-contact': 0.93 })).toMatch(/^holds: /);
    expect(found('says-no-picture', {})).toBe('does not hold');
  });
});
