import { and, eq, inArray } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/random';
import { database } from '@/db/client';
import { components, lots, sales, units } from '@/db/schema';
import { lotBooks } from '@/shop/ledger/lot';
import { listUnits } from '@/shop/units/list';
import { act, benchA, bookOf, lotWith, openShop, owner, refusal } from './shop';

openShop('ledger');

const sum = (numbers: readonly number[]) => numbers.reduce((all, each) => all + each, 0);
const DAY = '2026-11-26';

/** All shares of a lot: of its machines as they stand (frozen with a sale), and of the parts that came loose in it. */
async function sharesOf(lotId: string): Promise<number> {
  const db = database();
  const machines = await db
    .select({ share: units.costMinor, frozen: sales.costMinor })
    .from(units)
    .leftJoin(sales, eq(sales.unitId, units.id))
    .where(and(eq(units.lotId, lotId), eq(units.built, false)));
  const parts = await db
    .select({ cost: components.costMinor })
    .from(components)
    .where(and(eq(components.fromLotId, lotId), eq(components.sharesLot, true)));
  return sum([...machines.map(({ share, frozen }) => frozen ?? share), ...parts.map(({ cost }) => cost)]);
}

/** List, shelf side and books say the same of every machine; a lot says what its machines and loose parts come to. */
async function compare(lotId: string, loose: number): Promise<void> {
  const [lot] = await database().select().from(lots).where(eq(lots.id, lotId));
  const book = (await lotBooks()).find(({ id }) => id === lotId)!;
  const own = await database().select().from(units).where(eq(units.lotId, lotId));
  const results = new Map<string, Awaited<ReturnType<typeof bookOf>>>();
  for (const { id } of own) results.set(id, await bookOf(id));
  const { rows } = await listUnits({ lotId, stage: 'sold', limit: 100 });
  for (const row of rows)
    expect([row.tag, row.marginMinor]).toEqual([row.tag, results.get(row.id)!.profitMinor]);
  expect(book.sold).toBe(rows.length);
  expect(book.profitOnSoldMinor).toBe(sum(rows.map(({ marginMinor }) => marginMinor!)));
  const paid = lot.priceMinor + lot.freightMinor + lot.feesMinor;
  expect(book.paidMinor).toBe(paid);
  expect(book.soFarMinor).toBe(sum([...results.values()].map((one) => one.contributionMinor)) + loose - paid);
  // all were sold and more was frozen than is paid: nobody is left to take it
  const open = own.filter(({ id, built }) => !built && !rows.some((row) => row.id === id));
  if (open.length) expect(await sharesOf(lotId)).toBe(paid);
}

describe('one ledger', () => {
  it('a lot that grows after its first sale is shared out once', async () => {
    const { lotId, units: made } = await lotWith(['desktop', 'desktop'], {
      priceMinor: 10_000,
      allocation: 'equal',
    });
    const [first] = made;
    await act(benchA, 'typeSpec', { unitId: first.unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'listUnit', { unitId: first.unitId, askMinor: 9000, as: 'as found' });
    await act(benchA, 'sellUnit', { unitId: first.unitId, priceMinor: 9000, soldOn: DAY });
    for (let n = 0; n < 8; n++)
      await act(owner, 'addUnit', { lotId, chassis: 'desktop', maker: 'Aldermoor', model: 'Keep T3' });
    expect((await bookOf(first.unitId)).shareMinor).toBe(5250);
    expect(await sharesOf(lotId)).toBe(10_500);
    // taken back, it shares like the others again
    await act(owner, 'cancelSale', { unitId: first.unitId, why: 'never fetched' });
    expect(await sharesOf(lotId)).toBe(10_500);
    expect((await bookOf(first.unitId)).shareMinor).toBe(1050);
  });

  it('a sale with postage is the same in list, shelf and books', async () => {
    const { lotId, units: made } = await lotWith(['desktop']);
    const [{ unitId }] = made;
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'listUnit', { unitId, askMinor: 20_000, as: 'as found' });
    await act(benchA, 'sellUnit', { unitId, priceMinor: 20_000, outwardMinor: 900, soldOn: DAY });
    const [row] = (await listUnits({ lotId, stage: 'sold' })).rows;
    // 200.00 less 16.00 fees, 9.00 postage, a share of 105.00
    expect(row.marginMinor).toBe(7_000);
    await compare(lotId, 0);
    await act(owner, 'correctSale', { unitId, priceMinor: 21_000, why: 'misread' });
    expect((await listUnits({ lotId, stage: 'sold' })).rows[0].marginMinor).toBe(8_000);
    await compare(lotId, 0);
  });

  it.each([1, 2, 3, 4, 5, 6])(
    'whatever is sold, undone, late, built or corrected: shares sum to what was paid, one figure everywhere (%i)',
    { timeout: 120_000 },
    async (seed) => {
      const random = seededRandom(seed);
      const pick = <T>(of: readonly T[]): T | undefined => of[Math.floor(random() * of.length)];
      const { lotId } = await lotWith(['desktop', 'desktop', 'small'], {
        allocation: random() < 0.5 ? 'equal' : 'value',
      });
      /** What loose parts made beside machines; machines are charged for those they got, the lot paid for them once. */
      let loose = 0;
      const own = () => database().select().from(units).where(eq(units.lotId, lotId));
      const binned = () =>
        database()
          .select()
          .from(components)
          .where(and(eq(components.fromLotId, lotId), eq(components.place, 'bin')));
      const acts: Record<string, () => Promise<unknown>> = {
        late: () =>
          act(owner, 'addUnit', { lotId, chassis: 'desktop', maker: 'Aldermoor', model: 'Keep T3' }),
        loose: () =>
          act(benchA, 'receiveLoose', {
            lotId,
            parts: [{ class: 'memory', name: '4 GB module', worthMinor: Math.floor(random() * 900) }],
          }),
        async sell() {
          const unit = pick((await own()).filter(({ stage }) => stage !== 'sold'));
          if (!unit) return;
          await act(benchA, 'typeSpec', { unitId: unit.id, key: 'driveKind', value: 'none' });
          await act(benchA, 'listUnit', { unitId: unit.id, askMinor: 5000, as: 'as found' });
          const priceMinor = Math.floor(random() * 20_000);
          const outwardMinor = Math.floor(random() * 900);
          await act(benchA, 'sellUnit', { unitId: unit.id, priceMinor, outwardMinor, soldOn: DAY });
        },
        async undo() {
          const unit = pick((await own()).filter(({ stage }) => stage === 'sold'));
          if (!unit) return;
          const [sale] = await database().select().from(sales).where(eq(sales.unitId, unit.id));
          const refundMinor = Math.floor(random() * sale.priceMinor);
          await (random() < 0.5
            ? act(owner, 'cancelSale', { unitId: unit.id, why: 'never fetched' })
            : act(owner, 'returnSale', {
                unitId: unit.id,
                refundMinor,
                feesMinor: 40,
                why: 'did not start',
              }));
        },
        async correct() {
          const unit = pick((await own()).filter(({ stage }) => stage === 'sold'));
          if (unit)
            await act(owner, 'correctSale', {
              unitId: unit.id,
              priceMinor: Math.floor(random() * 20_000),
              why: 'misread',
            });
        },
        paid: () =>
          act(owner, 'correctLot', {
            lotId,
            priceMinor: 8_000 + Math.floor(random() * 6_000),
            why: 'the bill',
          }),
        async fit() {
          const [part, unit] = [
            pick(await binned()),
            pick((await own()).filter(({ stage }) => stage !== 'sold')),
          ];
          if (!part || !unit) return;
          await act(benchA, 'fitPart', { unitId: unit.id, componentId: part.id });
          loose += part.costMinor;
        },
        async build() {
          const parts = (await binned()).slice(0, 2);
          if (parts.length === 2)
            await act(benchA, 'buildUnit', {
              lotId,
              chassis: 'desktop',
              maker: 'Aldermoor',
              model: 'Built',
              parts: parts.map(({ id }) => ({ componentId: id })),
            });
          if (parts.length === 2) loose += sum(parts.map(({ costMinor }) => costMinor));
        },
        async sellPart() {
          const part = pick(await binned());
          if (!part) return;
          const answer = await refusal(
            act(benchA, 'sellPart', { componentId: part.id, priceMinor: 700, outwardMinor: 50, soldOn: DAY }),
          );
          // what it stood at was paid for with the lot
          if (!answer) loose += 700 - 56 - 50 - (part.sharesLot ? 0 : part.costMinor);
        },
      };
      const done: string[] = [];
      for (let n = 0; n < 24; n++) {
        const name = pick(Object.keys(acts))!;
        const said = await refusal(acts[name]());
        done.push(said ? `${name} (${said.message})` : name);
        await compare(lotId, loose).catch((error: unknown) => {
          throw new Error(`after ${done.join(', ')}: ${(error as Error).message}`);
        });
      }
      expect(done.filter((name) => name === 'sell').length, done.join(', ')).toBeGreaterThan(0);
      expect(
        await database()
          .select()
          .from(units)
          .where(inArray(units.lotId, [lotId])),
      ).not.toEqual([]);
    },
  );
});
