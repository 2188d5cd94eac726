import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { bidOn, bidOnManifest } from '@/shop/lots/bid';
import { lotOutlook } from '@/shop/lots/forecast';
import { act, benchA, counted, lotWith, openShop, unitRow } from './shop';

openShop('outlook');

const day = () => new Date().toISOString().slice(0, 10);

describe('what a lot will make', () => {
  it('is what it has made and what its open machines may bring, its price set against both', async () => {
    const { lotId } = await lotWith(['laptop', 'desktop', 'small'], { priceMinor: 3000 });
    const outlook = (await lotOutlook(lotId))!;
    const rows = await database().select().from(units).where(eq(units.lotId, lotId));
    const expected = rows.reduce((sum, { valueMinor }) => sum + valueMinor, 0) + outlook.soFarMinor;
    expect(outlook.open).toBe(3);
    // its middle is near its mean: a fifth of the span apart at most
    expect(Math.abs(outlook.middleMinor - expected)).toBeLessThan(
      0.2 * (outlook.highMinor - outlook.lowMinor),
    );
    expect(outlook.lowMinor).toBeLessThan(outlook.middleMinor);
    expect(outlook.decides.map(({ share }) => share)).toEqual(
      outlook.decides.map(({ share }) => share).toSorted((a, b) => b - a),
    );
    expect(outlook.decides.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 6);
  });
  it('the dearer it was the likelier it loses', async () => {
    const losses: number[] = [];
    for (const priceMinor of [1000, 12_000, 60_000])
      losses.push((await lotOutlook((await lotWith(['laptop', 'laptop'], { priceMinor })).lotId))!.loss);
    expect(losses[0]).toBeLessThan(losses[1]);
    expect(losses[1]).toBeLessThan(losses[2]);
    expect(losses[2]).toBeCloseTo(1, 2);
  });
  it('a machine found out narrows it, one sold is so far; all gone, there is none', async () => {
    const { lotId, units: made } = await lotWith(['desktop']);
    const width = async () => {
      const { highMinor, lowMinor } = (await lotOutlook(lotId))!;
      return highMinor - lowMinor;
    };
    const wide = await width();
    const [{ unitId }] = made;
    for (const [key, value] of [
      ['processor', 'Corvid C4-620'],
      ['memoryGb', '8 GB'],
    ])
      await act(benchA, 'typeSpec', { unitId, key, value });
    expect(await width()).toBeLessThan(wide);
    await counted(unitId, 0);
    await act(benchA, 'listUnit', { unitId, askMinor: 5000, as: 'as found' });
    await act(benchA, 'sellUnit', { unitId, priceMinor: 5000, soldOn: day() });
    expect(await lotOutlook(lotId)).toBeNull();
    expect((await unitRow(unitId)).stage).toBe('sold');
  });
});

describe('what to bid', () => {
  const counts = { laptop: 6, desktop: 4 };
  const terms = { source: 'clearout', premium: 0.1, tax: 0, freightMinor: 2000, bid: null, chance: 0.2 } as const; // prettier-ignore
  const typed = { source: 'clearout', premium: '10', freight: '20', risk: '20' };
  /** The same lot as its seller lists it. */
  const file = (said = '', more = '') =>
    ['kind,maker,model,memory,condition', ...Array.from({ length: 6 }, () => `laptop,Osk,L1,,${said}`), ...Array.from({ length: 4 }, () => 'desktop,Osk,D1,,'), more].filter(Boolean).join('\n'); // prettier-ignore
  const byList = (text: string, columns?: Record<string, number>) =>
    bidOnManifest({ text, reading: {}, columns, terms: typed });
  it('the most for the chance one takes; from a worse source less', async () => {
    const good = (await bidOn(counts, terms))!;
    expect(good.bid).toBe(good.most);
    expect(good.loss).toBeLessThanOrEqual(0.2 + 1e-9);
    expect(good.dots).toHaveLength(100);
    // as many of the hundred lose as it says
    expect(good.dots.filter((minor) => minor < 0).length).toBeCloseTo(100 * good.loss, -1);
    expect(Math.abs(good.dots.filter((minor) => minor < 0).length - 100 * good.loss)).toBeLessThanOrEqual(1);
    const bad = (await bidOn(counts, { ...terms, source: 'broken' }))!;
    expect(bad.most).toBeLessThan(good.most);
    expect(good.decides.map(({ chassis }) => chassis).toSorted()).toEqual(['desktop', 'laptop']);
  });
  it('nothing counted: nothing said', async () => {
    expect(await bidOn({}, terms)).toBeNull();
  });
  it('by a list that says no more than the count: the same to the minor unit', async () => {
    const { view, machines, bad } = await byList(file());
    const { decides, ...same } = (await bidOn(counts, terms))!;
    expect(view).toMatchObject(same);
    expect([machines, bad]).toEqual([10, []]);
    expect(view!.decides.map(({ called, count, swingMinor }) => [called, count, swingMinor])).toEqual(
      decides.map(({ chassis, count, swingMinor }) => [chassis === 'laptop' ? 'Osk L1' : 'Osk D1', count, swingMinor]), // prettier-ignore
    );
  });
  it('what the seller says of them moves it; a bad row stays out and is told; nothing is written', async () => {
    const before = await database().$count(units);
    const plain = (await byList(file())).view!;
    const dark = await byList(file('no picture', 'barge,Osk,X,,'));
    expect(dark.view!.most).toBeLessThan(plain.most);
    expect(dark.bad).toMatchObject([{ line: 12, reason: expect.stringContaining('no kind of machine') }]);
    expect(dark.machines).toBe(10);
    expect(await database().$count(units)).toBe(before);
  });
  it('which column is what may be said; a list of nothing is worth nothing', async () => {
    const { columns, view } = await byList('a,b,c\nlaptop,Osk,L1', { chassis: 0, maker: 1, model: 2 });
    expect(columns).toEqual({ chassis: 0, maker: 1, model: 2 });
    expect(view?.machines).toBe(1);
    expect((await byList('kind,maker,model')).view).toBeNull();
  });
});
