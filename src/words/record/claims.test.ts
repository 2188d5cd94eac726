import { describe, expect, it } from 'vitest';
import { CHASSIS } from '@/core/catalogue';
import { sayable } from './claims';

describe('what can be said of a machine', () => {
  it.each(CHASSIS)('%s: every claim in words of its own', (chassis) => {
    const said = sayable(chassis).map(({ says }) => says);
    expect(said.length).toBeGreaterThan(5);
    expect(new Set(said).size).toBe(said.length);
    for (const words of said) expect(words).not.toMatch(/^(Said|Seller says)/);
  });
});
