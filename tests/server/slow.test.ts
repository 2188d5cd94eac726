import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { askingPlan } from '@/shop/value/asking';
import { slowStock } from '@/shop/value/slow';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { act, benchA, lotWith, openShop, owner } from './shop';

openShop('slow');

const since = (unitId: string, days: number) =>
  database().update(units).set({ stageSince: new Date(Date.now() - days * 86_400_000) }).where(eq(units.id, unitId)); // prettier-ignore

async function shelved(unitId: string, days: number, times: number): Promise<number> {
  await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
  const [{ price }] = await database()
    .select({ price: units.priceMinor })
    .from(units)
    .where(eq(units.id, unitId));
  const askMinor = Math.round(price * times);
  await act(benchA, 'listUnit', { unitId, askMinor, as: 'as found' });
  await since(unitId, days);
  return askMinor;
}

describe('what stands on the shelf too long', () => {
  it('dear and old: another price, with what it brings more; fresh and fair is not listed; a customer’s never is', async () => {
    const { units: made } = await lotWith(['laptop', 'desktop', 'small']);
    const dear = await shelved(made[0].unitId, 120, 1.6);
    await shelved(made[1].unitId, 1, 1);
    const { lines, shelf } = await slowStock();
    expect(shelf).toBe(2);
    expect(lines.map(({ tag }) => tag)).toEqual([made[0].tag]);
    const [{ advice, askMinor, days }] = lines;
    expect(askMinor).toBe(dear);
    expect(Math.round(days)).toBe(120);
    expect(['reprice', 'part out']).toContain(advice.kind);
    expect(advice.gainMinor).toBeGreaterThan(0);
    if (advice.kind === 'reprice') expect(advice.askMinor).toBeLessThan(dear);
  });
  it('three alike that nobody wants are thought of as a bundle where a week costs much', async () => {
    const house = await shopHouse();
    const tables = {
      ...house.tables,
      selling: { ...house.tables.selling, holdingMinor: 2_000, lastShare: 0.9 },
    };
    await act(owner, 'setHouse', { tables, version: house.version });
    const { units: made } = await lotWith(['laptop', 'laptop', 'laptop']);
    for (const { unitId } of made) await shelved(unitId, 150, 1.5);
    const { lines } = await slowStock();
    for (const { tag } of made) expect(lines.find((line) => line.tag === tag)?.advice.kind).toBe('bundle');
  });
  it('the house’s own weeks decide what is asked of each machine', async () => {
    const rules = await shopRules();
    const price = { minor: 15_000, variance: 1 };
    const tables = shippedHouse;
    const plan = (weeks: number) => askingPlan('laptop', price, rules, { ...tables, selling: { ...tables.selling, weeks, standsWeeks: 2 } }); // prettier-ignore
    expect((await plan(2))!.asks[0].askMinor).toBeLessThanOrEqual((await plan(26))!.asks[0].askMinor);
    expect((await plan(2))!.days).toBeLessThan((await plan(26))!.days);
    const house = await shopHouse();
    const wrong = { ...house.tables, selling: { ...house.tables.selling, weeks: 2, standsWeeks: 5 } };
    await expect(act(owner, 'setHouse', { tables: wrong, version: house.version })).rejects.toThrow(/stand longer than a machine is tried/); // prettier-ignore
  });
});
