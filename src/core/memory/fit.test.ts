import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { bestFit, channelsOf, peakBandwidth, type BinModule, type BoardLimits } from './fit';

const board: BoardLimits = {
  type: 'DDR3',
  volts: 1.5,
  slotMax: [4, 4, 8, 8],
  boardMax: 16,
  channels: [0, 1, 0, 1],
  maxRate: 1600,
  rule: 'any',
};
const module = (id: string, sizeGb: number, costMinor: number, more: Partial<BinModule> = {}): BinModule => ({
  id,
  type: 'DDR3',
  sizeGb,
  rate: 1600,
  costMinor,
  ...more,
});

describe('best fit from the bin', () => {
  // JEDEC module names (JESD79-x, from memory): transfers x 8 bytes; DDR3-1600 = PC3-12800, DDR4-3200 =
  // PC4-25600, DDR2-800 = PC2-6400, DDR5-5600 = PC5-44800
  it.each([
    [1600, 12800],
    [3200, 25600],
    [800, 6400],
    [5600, 44800],
  ])('%i MT/s on one channel is %i MB/s', (rate, mb) => expect(peakBandwidth(rate, 1)).toBe(mb));
  it('takes the least costly, and leaves out what does not fit the board', () => {
    const fit = bestFit(
      board,
      [
        module('a', 8, 900),
        module('b', 4, 300),
        module('c', 4, 350),
        module('d', 4, 100, { type: 'DDR2' }),
        module('e', 4, 100, { volts: 1.35 }),
        module('f', 16, 50),
      ],
      8,
    )!;
    expect(
      fit.slots
        .map((held) => held?.id ?? null)
        .filter(Boolean)
        .sort(),
    ).toEqual(['b', 'c']);
    expect(fit).toMatchObject({ totalGb: 8, costMinor: 650, paired: true, bandwidth: 25600 });
  });
  it('seats large modules only where the slot takes them', () => {
    const fit = bestFit(board, [module('a', 8, 100), module('b', 8, 100)], 16)!;
    expect([fit.slots[2]?.sizeGb, fit.slots[3]?.sizeGb]).toEqual([8, 8]);
    expect(bestFit({ ...board, slotMax: [4, 4], channels: [0, 1] }, [module('a', 8, 100)], 8)).toBeNull();
  });
  it('keeps the rules of the first slot and of pairs, and the board’s limit in all', () => {
    expect(bestFit({ ...board, rule: 'first' }, [module('a', 4, 100)], 4)!.slots[0]?.id).toBe('a');
    expect(bestFit({ ...board, rule: 'pairs' }, [module('a', 4, 100)], 4)).toBeNull();
    expect(bestFit({ ...board, boardMax: 6 }, [module('a', 8, 100)], 8)).toBeNull();
  });
  it('runs as fast as the slowest, and no faster than the board', () => {
    expect(bestFit(board, [module('a', 4, 100, { rate: 1333 }), module('b', 4, 100)], 8)!.rate).toBe(1333);
    expect(bestFit(board, [module('a', 8, 100, { rate: 2133 })], 8)!.rate).toBe(1600);
  });
  it('a speed nobody knows is not made up', () =>
    expect(bestFit(board, [module('a', 4, 100, { rate: 0 }), module('b', 4, 100)], 8)).toMatchObject({
      rate: 0,
      bandwidth: 0,
    }));
  it('what is soldered stays, counts and slows; the slot is filled to match it', () => {
    const soldered: BoardLimits = {
      ...board,
      slotMax: [8],
      channels: [1],
      boardMax: 12,
      soldered: [{ sizeGb: 4, rate: 1333, channel: 0 }],
    };
    const bin = [module('a', 8, 100), module('b', 4, 100)];
    expect(bestFit(soldered, bin, 8)).toMatchObject({ totalGb: 8, rate: 1333, paired: true, loads: [4, 4] });
    // unequal: what lies side by side is twice the smaller
    expect(bestFit(soldered, bin, 12)).toMatchObject({ totalGb: 12, paired: false, besideGb: 8 });
    expect(bestFit({ ...soldered, boardMax: 10 }, bin, 12)).toBeNull();
  });
  it('a register never beside none; error correction only where the board takes it', () => {
    const mixed = [
      module('r1', 4, 10, { registered: true, ecc: true }),
      module('u1', 4, 20, { registered: false }),
      module('u2', 4, 30, { registered: false }),
    ];
    const ids = (limits: Partial<BoardLimits>) =>
      bestFit({ ...board, ...limits }, mixed, 8)
        ?.slots.flatMap((held) => held?.id ?? [])
        .sort();
    expect(ids({})).toEqual(['u1', 'u2']);
    expect(ids({ registered: true })).toBeUndefined();
    expect(
      bestFit({ ...board, registered: true }, mixed, 4)!.slots.flatMap((held) => held?.id ?? []),
    ).toEqual(['r1']);
    expect(bestFit({ ...board, ecc: 'none' }, mixed, 4)!.costMinor).toBe(20);
    expect(
      bestFit(
        { ...board, ecc: 'wants' },
        [module('n', 4, 1, { ecc: false }), module('e', 4, 9, { ecc: true })],
        4,
      )!.costMinor,
    ).toBe(9);
  });
  it('three and four channels, in turn or side by side; a pair is of one speed', () => {
    expect(channelsOf(6, 3)).toEqual([0, 1, 2, 0, 1, 2]);
    expect(channelsOf(8, 4, false)).toEqual([0, 0, 1, 1, 2, 2, 3, 3]);
    const wide: BoardLimits = {
      ...board,
      slotMax: Array.from({ length: 6 }, () => 8),
      channels: channelsOf(6, 3),
      boardMax: 48,
    };
    const four = Array.from({ length: 4 }, (_, n) => module(`m${n}`, 4, 100 + n));
    const three = bestFit(wide, four, 12)!;
    expect(three).toMatchObject({ paired: true, loads: [4, 4, 4], bandwidth: 1600 * 8 * 3 });
    expect(bestFit(wide, four, 16)).toMatchObject({ paired: false, besideGb: 12 });
    const uneven = [module('x', 4, 100, { rate: 1333 }), module('y', 4, 100)];
    expect(bestFit({ ...board, rule: 'pairs' }, uneven, 8)).toBeNull();
  });
  it('asked for equal channels it pays for them', () => {
    const bin = [module('a', 8, 100), module('b', 4, 90), module('c', 4, 90)];
    expect(bestFit(board, bin, 8)).toMatchObject({ costMinor: 100, paired: false });
    expect(bestFit(board, bin, 8, { paired: true })).toMatchObject({ costMinor: 180, paired: true });
  });
  it('is exact: no subset of the bin within the slots is cheaper', () => {
    const random = seededRandom(8);
    for (let n = 0; n < 60; n++) {
      const bin = Array.from({ length: 9 }, (_, i) =>
        module(`m${i}`, [1, 2, 4, 8][Math.floor(random() * 4)], 20 + Math.floor(random() * 400)),
      );
      const target = [4, 6, 8, 12, 16][n % 5];
      let least = Infinity;
      for (let mask = 1; mask < 1 << bin.length; mask++) {
        const chosen = bin.filter((_, i) => mask & (1 << i));
        const gb = chosen.reduce((sum, held) => sum + held.sizeGb, 0);
        if (chosen.length > 4 || gb < target || gb > board.boardMax) continue;
        // two slots take 8, all four take 4: at most two 8 GB modules
        if (chosen.filter((held) => held.sizeGb === 8).length > 2) continue;
        least = Math.min(
          least,
          chosen.reduce((sum, held) => sum + held.costMinor, 0),
        );
      }
      expect(bestFit(board, bin, target)?.costMinor ?? Infinity).toBe(least);
    }
  });
});
