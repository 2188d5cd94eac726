import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allocateMinor } from './allocate';
import { feeOf, hands, labourMinor, saleEntries, type Entry } from './entry';
import { resultOf } from './result';
import { shareOut, type SharedLot } from './share';

describe('sharing out a cost', () => {
  it('adds up exactly, nobody gets less than nothing, and is within one unit of the fair share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e7 }),
        fc.array(fc.integer({ min: 0, max: 10_000 }), { minLength: 1, maxLength: 40 }),
        (total, weights) => {
          const parts = allocateMinor(total, weights);
          const sum = weights.reduce((a, b) => a + b, 0);
          expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
          parts.forEach((part, i) =>
            expect(Math.abs(part - (sum ? (total * weights[i]) / sum : total / weights.length))).toBeLessThan(
              1 + 1e-6,
            ),
          );
        },
      ),
      { seed: 4 },
    );
  });
  it('100 over three equal units is 34, 33, 33', () =>
    expect(allocateMinor(100, [1, 1, 1])).toEqual([34, 33, 33]));
  it('refuses nothing to share over', () => expect(() => allocateMinor(5, [])).toThrow(RangeError));
});

describe('what entries come to', () => {
  const costs: Entry[] = [{ kind: 'share', minor: 1140 }, { kind: 'part', minor: 1400 }, hands(45, 1800)];
  const sold = saleEntries({ priceMinor: 6900, feesMinor: feeOf(6900, 800), outwardMinor: 450 });
  it('keeps what is spent already out of the decision and in the books', () => {
    // 69.00 - (14.00 + 13.50 + 5.52 + 4.50) = 31.48; less 11.40 = 20.08; hands earned 44.98 in 45 minutes
    expect(resultOf([...costs, ...sold])).toEqual({
      takenMinor: 6900,
      besidesMinor: 0,
      shareMinor: 1140,
      partsMinor: 1400,
      minutes: 45,
      labourMinor: 1350,
      feesMinor: 552,
      postageMinor: 450,
      contributionMinor: 3148,
      profitMinor: 2008,
      perHourMinor: 5997,
    });
  });
  it('what was kept of an undone sale and what it cost, and scrap, belong to it', () => {
    const result = resultOf([
      ...costs,
      { kind: 'undone', minor: 1900 },
      { kind: 'fee', minor: 350 },
      { kind: 'credit', minor: 60 },
    ]);
    expect(result).toMatchObject({ takenMinor: 1960, besidesMinor: 1960, feesMinor: 350 });
    expect(result.profitMinor).toBe(1960 - 1140 - 1400 - 1350 - 350);
  });
  it('does not divide by no minutes, and takes no broken amount', () => {
    expect(resultOf(sold).perHourMinor).toBeNull();
    expect(() => resultOf([{ kind: 'sale', minor: 0.5 }])).toThrow(TypeError);
    expect(labourMinor(20, 1800)).toBe(600);
  });
  it('the sum over machines is the sum of their sums, whatever the entries', () => {
    const entry: fc.Arbitrary<Entry> = fc.oneof(
      fc.record({
        kind: fc.constantFrom(
          'share' as const,
          'part' as const,
          'fee' as const,
          'postage' as const,
          'sale' as const,
          'undone' as const,
          'credit' as const,
        ),
        minor: fc.integer({ min: -1e7, max: 1e7 }),
      }),
      fc.record({
        kind: fc.constant('minutes' as const),
        minor: fc.nat(1e6),
        minutes: fc.integer({ min: 0, max: 500 }),
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.array(entry)), (machines) => {
        const each = machines.map((entries) => resultOf(entries).profitMinor);
        expect(resultOf(machines.flat()).profitMinor).toBe(each.reduce((sum, one) => sum + one, 0));
      }),
      { seed: 7 },
    );
  });
});

describe('shares of a lot', () => {
  const lot = (more: Partial<SharedLot>): SharedLot => ({
    paidMinor: 10_500,
    rule: 'equal',
    frozenMinor: [],
    machines: [],
    parts: [],
    ...more,
  });
  const machines = (...prices: number[]) => prices.map((priceMinor, i) => ({ id: String(i), priceMinor }));
  it('what was sold keeps its share; what comes late shares the rest', () => {
    expect(shareOut(lot({ machines: machines(1, 1) })).machines).toEqual([5250, 5250]);
    // one sold, eight more: the nine that are here have 52.50 between them, not 94.50
    const late = shareOut(lot({ frozenMinor: [5250], machines: machines(...Array<number>(9).fill(1)) }));
    expect(late.machines.reduce((sum, each) => sum + each, 0)).toBe(5250);
    expect(Math.max(...late.machines) - Math.min(...late.machines)).toBeLessThanOrEqual(1);
  });
  it('by value as by value, and a part by its worth under either rule', () => {
    const by = { machines: machines(3000, 1000), parts: [{ id: 'p', worthMinor: 1000 }] };
    expect(shareOut(lot({ paidMinor: 5000, rule: 'value', ...by }))).toEqual({
      machines: [3000, 1000],
      parts: [1000],
      unsharedMinor: 0,
    });
    expect(shareOut(lot({ paidMinor: 5000, ...by }))).toEqual({
      machines: [2000, 2000],
      parts: [1000],
      unsharedMinor: 0,
    });
  });
  it('adds up to what was paid, always; what nothing is left to take is told', () => {
    const money = fc.integer({ min: 0, max: 1e7 });
    fc.assert(
      fc.property(
        money,
        fc.constantFrom('equal' as const, 'value' as const),
        fc.array(money, { maxLength: 5 }),
        fc.array(money, { maxLength: 8 }),
        fc.array(money, { maxLength: 4 }),
        (paidMinor, rule, frozenMinor, prices, worths) => {
          const parts = worths.map((worthMinor, i) => ({ id: `p${i}`, worthMinor }));
          const shares = shareOut({ paidMinor, rule, frozenMinor, machines: machines(...prices), parts });
          const all = [...frozenMinor, ...shares.machines, ...shares.parts, shares.unsharedMinor];
          expect(all.reduce((sum, each) => sum + each, 0)).toBe(paidMinor);
          expect([...shares.machines, ...shares.parts].every((each) => each >= 0)).toBe(true);
          if (prices.length + worths.length && frozenMinor.length === 0) expect(shares.unsharedMinor).toBe(0);
        },
      ),
      { seed: 11 },
    );
  });
});
