import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { lots } from '@/db/schema';
import { lotOutlook } from '@/shop/lots/forecast';
import { lotPointsOf, markLots } from '@/shop/lots/points';
import { act, benchA, lotWith, openShop, unitRow } from './shop';

openShop('points');

const day = (n: number) => new Date(Date.UTC(2026, 10, n, 12));

describe('how what a lot will make is seen, day by day', () => {
  it('once a day as it is then; when its last machine has left, what it made, and no more after that', async () => {
    const { units } = await lotWith(['desktop', 'laptop'], { source: 'clearout' });
    await lotWith(['laptop'], { source: 'owner' });
    const [{ lotId }] = [await unitRow(units[0].unitId)];
    const outlook = (await lotOutlook(lotId))!;
    expect(await markLots(day(1))).toBe(1);
    expect(await markLots(day(1))).toBe(0);
    expect(await lotPointsOf(lotId)).toEqual([
      { day: '2026-11-01', soFarMinor: outlook.soFarMinor, lowMinor: outlook.lowMinor, middleMinor: outlook.middleMinor, highMinor: outlook.highMinor, open: 2 }, // prettier-ignore
    ]);
    // one is gone: the band is narrower
    await act(benchA, 'typeSpec', { unitId: units[0].unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'endUnit', {
      unitId: units[0].unitId,
      as: 'recycled',
      receivedMinor: 100,
      grams: 5_000,
    });
    expect(await markLots(day(2))).toBe(1);
    const [first, second] = await lotPointsOf(lotId);
    expect(second.open).toBe(1);
    expect(second.highMinor - second.lowMinor).toBeLessThan(first.highMinor - first.lowMinor);
    await act(benchA, 'typeSpec', { unitId: units[1].unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'endUnit', { unitId: units[1].unitId, as: 'recycled', receivedMinor: 0, grams: 2_000 });
    expect(await markLots(day(3))).toBe(1);
    const last = (await lotPointsOf(lotId)).at(-1)!;
    expect(last).toMatchObject({ day: '2026-11-03', open: 0 });
    expect([last.lowMinor, last.middleMinor, last.highMinor]).toEqual([last.soFarMinor, last.soFarMinor, last.soFarMinor]); // prettier-ignore
    expect(await markLots(day(4))).toBe(0);
    expect(await database().select().from(lots).where(eq(lots.source, 'owner'))).toHaveLength(1);
  });
});
