import { describe, expect, it } from 'vitest';
import type { HeatReading } from '@/core/instruments/heat/read';
import { fanWords } from './heat';

describe('how the fan went', () => {
  const said = (way: 'idle' | 'stands' | 'follows', settles: number | null) =>
    fanWords({
      fan: { way, rest: 1_100, load: 1_290, rampsAt: null },
      stages: settles === null ? null : ({ settles } as HeatReading['stages']),
    });
  it('one that stays low is a fault only where it is hot', () => {
    expect(said('idle', 50)).toMatch(/it was not hot/);
    expect(said('idle', 88)).toBe('stays at idle while it is hot');
    expect(said('idle', null)).toBe('stays at idle while it is hot');
    expect(said('stands', 45)).toMatch(/not hot/);
    expect(said('follows', 45)).toBe('follows the heat');
    expect(fanWords({ fan: null, stages: null })).toBe('');
  });
});
