import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { drawShop, LAWS } from '../oracles/prices/laws';
import { database } from '@/db/client';
import { pastSales, priceModels, sales } from '@/db/schema';
import { houseNow } from '@/shop/house/tables';
import { keepCurrent } from '@/shop/units/revalue';
import { partWorths } from '@/shop/units/worth';
import { Specification } from '@/core/record/specification';
import { usualParts } from '@/core/value/looseParts';
import { previewManifest } from '@/shop/lots/importManifest';
import { pricesPage } from '@/shop/value/queries';
import { previewSales } from '@/shop/value/sheet';
import { act, benchA, counted, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('prices');

const DECIMAL = (minor: number) => (minor / 100).toFixed(2);
/** Former sales of a market that is dearer than the table, as a file. */
const file = (count: number, seed = 5) =>
  [
    'day,price,kind,level,memory,drive kind,drive,grade,battery,screen,channel',
    ...drawShop(LAWS.uses, count, seed).sales.map((sale) =>
      [
        sale.day,
        DECIMAL(sale.price),
        sale.chassis === 'small' ? 'small desktop' : sale.chassis === 'aio' ? 'all-in-one' : sale.chassis,
        sale.processorLevel,
        `${sale.memoryGb} GB`,
        sale.drive,
        sale.drive === 'none' ? '' : `${sale.driveGb} GB`,
        sale.grade,
        sale.batteryHealth ?? '',
        sale.screenIn ?? '',
        sale.channel,
      ].join(','),
    ),
  ].join('\n');
const take = (text: string, kind = 'sold') =>
  act<{ import: string; rows: number; badTotal: number }>(owner, 'importSales', {
    text,
    name: 'ledger.csv',
    kind,
  });
const unit = async () => {
  const id = (await lotWith(['laptop'])).units[0].unitId;
  for (const [key, value] of [
    ['memoryGb', '8 GB'],
    ['processor', 'Corvid C4-620'],
  ])
    await act(benchA, 'typeSpec', { unitId: id, key, value });
  return id;
};

describe('prices that learn', () => {
  it('nothing is learnt from hardly any sale, and it is said', async () => {
    expect((await refusal(act(owner, 'learnPrices', {})))?.message).toMatch(
      /0 sales are known.*the table says it better/,
    );
  });
  it('a file is taken in with its bad rows told; all of them bad: nothing, and why', async () => {
    const answer = await take(`${file(30)}\n2026-01-01,free,laptop,,,,,,,,`);
    expect(answer).toMatchObject({ rows: 30, badTotal: 1 });
    const bad = await refusal(take('day,price,kind\nsoon,1,laptop'));
    expect(bad?.message).toContain('Nothing was taken in: line 2, column "day": "soon" is no day');
    expect(await database().$count(pastSales)).toBe(30);
    await act(owner, 'dropSales', { id: answer.import });
    expect((await pricesPage()).elsewhere).toBe(0);
    expect((await refusal(act(owner, 'dropSales', { id: answer.import })))?.message).toContain(
      'taken back already',
    );
  });
  it('a model is proposed, and moves nothing; kept, every price is by it; then back to the table', async () => {
    const id = await unit();
    const before = await unitRow(id);
    await take(file(300));
    const { version } = await act<{ version: number }>(owner, 'learnPrices', {});
    expect(await keepCurrent(await unitRow(id))).toBe(false);
    expect((await houseNow(database())).learnt).toBeNull();
    const [{ facts }] = (await pricesPage()).models;
    expect(facts.elsewhere).toBe(300);
    expect(facts.error.learnt).toBeLessThan(facts.error.table / 2);

    await act(owner, 'keepPrices', { version });
    const house = await houseNow(database());
    expect(house.learnt).toBe(version);
    expect(await keepCurrent(await unitRow(id))).toBe(true);
    const after = await unitRow(id);
    // that market pays more than half as much again
    expect(after.priceMinor).toBeGreaterThan(before.priceMinor * 1.2);
    expect(after.valueMinor).toBeGreaterThan(before.valueMinor);
    expect(await keepCurrent(after)).toBe(false);
    expect((await pricesPage()).kept).toBe(version);
    expect((await pricesPage()).outliers.length).toBeGreaterThan(0);

    await act(owner, 'tablePrices', {});
    expect(await keepCurrent(await unitRow(id))).toBe(true);
    expect((await unitRow(id)).priceMinor).toBe(before.priceMinor);
    expect((await refusal(act(owner, 'tablePrices', {})))?.message).toContain('already');
  });
  it('a sale says which model foretold it', async () => {
    const { version } = await act<{ version: number }>(owner, 'learnPrices', {});
    await act(owner, 'keepPrices', { version });
    const { outliers } = await pricesPage();
    expect(outliers.length).toBeGreaterThan(0);
    const id = await unit();
    await counted(id, 0);
    await act(benchA, 'listUnit', { unitId: id, askMinor: 9000, as: 'as found' });
    const today = new Date().toISOString().slice(0, 10);
    await act(benchA, 'sellUnit', { unitId: id, priceMinor: 9000, soldOn: today });
    const [{ figures }] = await database().select().from(sales).where(eq(sales.unitId, id));
    expect(figures!.foretold.version).toContain(`prices ${version}`);
    // and it is one of the sales the next is learnt from
    expect((await pricesPage()).own).toBe(1);
    // and what the model leaves out is still what it left out
    expect((await pricesPage()).outliers).toEqual(outliers);
    await act(owner, 'tablePrices', {});
  });
  it('a model that was refused stays on record and is not reckoned with', async () => {
    const { version } = await act<{ version: number }>(owner, 'learnPrices', {});
    await act(owner, 'refusePrices', { version });
    expect((await houseNow(database())).learnt).toBeNull();
    const [row] = await database().select().from(priceModels).where(eq(priceModels.version, version));
    expect(row.state).toBe('refused');
    expect((await refusal(act(owner, 'refusePrices', { version })))?.message).toContain('only proposed');
  });
  it('a table that was changed since says so, until it is learnt again', async () => {
    const { version } = await act<{ version: number }>(owner, 'learnPrices', {});
    await act(owner, 'keepPrices', { version });
    expect((await pricesPage()).tableChanged).toBe(false);
    const house = await houseNow(database());
    const { prices } = house.tables;
    await act(owner, 'setHouse', { tables: { ...house.tables, prices: { ...prices, memoryPerGb: prices.memoryPerGb + 10 } }, version: house.version }); // prettier-ignore
    expect((await pricesPage()).tableChanged).toBe(true);
    const again = await act<{ version: number }>(owner, 'learnPrices', {});
    await act(owner, 'keepPrices', { version: again.version });
    expect((await pricesPage()).tableChanged).toBe(false);
    await act(owner, 'tablePrices', {});
    expect((await pricesPage()).tableChanged).toBe(false);
  });
  it('which column is what is said once and remembered for files with that heading', async () => {
    const text = 'when it went,what we got,was a,with\n2026-01-05,129.00,laptop,8 GB';
    const look = (columns?: Record<string, number>) =>
      database().transaction((tx) => previewSales(tx, { text, reading: {}, columns }));
    const guessed = await look();
    expect([guessed.total, guessed.remembered]).toEqual([0, false]);
    expect(guessed.bad[0].reason).toBe('no column for the day and the price: say which it is');
    const columns = { day: 0, price: 1, chassis: 2, memory: 3 };
    const said = await look(columns);
    expect(said.rows).toMatchObject([{ day: '2026-01-05', minor: 12900, kind: 'laptop', memoryGb: 8 }]);
    const { import: id } = await act<{ import: string }>(owner, 'importSales', { text, name: 'x.csv', kind: 'sold', columns }); // prettier-ignore
    expect(await look()).toMatchObject({ columns, total: 1, remembered: true });
    await act(owner, 'dropSales', { id });
    // a manifest with the same heading is another kind of file
    const { lotId } = await lotWith(['laptop']);
    const manifest = await database().transaction((tx) => previewManifest(tx, { lotId, text, reading: {} }));
    expect(manifest.remembered).toBe(false);
  });
  it('loose parts that were sold dear make parts dearer: of a donor too, once the model is kept', async () => {
    const today = new Date().toISOString().slice(0, 10);
    const { tables } = await houseNow(database());
    const worth = async () =>
      partWorths((await houseNow(database())).tables, 'laptop', new Specification([]));
    const before = await worth();
    const usual = usualParts(tables.parts);
    for (let n = 0; n < 10; n++) {
      const own = (['keyboard', 'panel'] as const)[n % 2];
      const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', { class: own, name: own, costMinor: 100 }); // prettier-ignore
      await act(benchA, 'sellPart', {
        componentId,
        priceMinor: Math.round(usual[own]! * 1.6),
        soldOn: today,
      });
    }
    const { version } = await act<{ version: number }>(owner, 'learnPrices', {});
    const [{ facts }] = (await pricesPage()).models;
    expect(facts.parts).toMatchObject({ sales: 10 });
    expect(facts.parts!.error.learnt).toBeLessThan(facts.parts!.error.table);
    expect(await worth()).toEqual(before);
    await act(owner, 'keepPrices', { version });
    const after = await worth();
    expect(after.keyboard!).toBeGreaterThan(before.keyboard! * 1.1);
    await act(owner, 'tablePrices', {});
    expect(await worth()).toEqual(before);
  });
  it('is the owner’s to do', async () => {
    for (const [name, input] of [
      ['importSales', { text: 'x', name: 'x', kind: 'sold' }],
      ['learnPrices', {}],
      ['keepPrices', { version: 1 }],
      ['tablePrices', {}],
    ] as const)
      expect((await refusal(act(benchA, name, input)))?.code).toBe('forbidden');
  });
});
