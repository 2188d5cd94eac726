import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { inseparablePairs } from './separate';

describe('telling causes apart', () => {
  it('every pair of causes is told apart by some finding, or one repair cures both', () => {
    const open = inseparablePairs(catalogue).filter((pair) => pair.shared.length === 0);
    expect(
      open.map(
        (pair) => `${pair.chassis}: ${pair.causes.join(' / ')} (${pair.distance.toFixed(2)} at ${pair.best})`,
      ),
    ).toEqual([]);
  });
  it('finds a pair that shows the same everywhere, and says which repair they share', () => {
    const copy = structuredClone(catalogue);
    const twin = { ...copy.causes.find((cause) => cause.id === 'memory-contact')!, id: 'twin' };
    copy.causes.push(twin);
    for (const finding of copy.findings)
      if (finding.by['memory-contact']) finding.by.twin = finding.by['memory-contact'];
    const found = () =>
      inseparablePairs(copy).filter(
        (pair) => pair.causes.includes('twin') && pair.causes.includes('memory-contact'),
      );
    expect(found().map((pair) => [pair.chassis, pair.distance, pair.shared])).toEqual(
      ['desktop', 'small', 'aio', 'laptop'].map((chassis) => [chassis, 0, []]),
    );
    copy.repairs.find((repair) => repair.id === 'reseat-memory')!.cures.twin = 0.9;
    expect(found().every((pair) => pair.shared.includes('reseat-memory'))).toBe(true);
  });
});
