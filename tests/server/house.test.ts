import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import { testsFor } from '@/core/grade/rubric';
import type { HouseTables } from '@/core/house/tables';
import { database } from '@/db/client';
import { events, houseTables, work } from '@/db/schema';
import { ask } from '@/ask/kinds';
import { houseAt, houseNow } from '@/shop/house/tables';
import { recordNow } from '@/shop/record/queries';
import { passportOf } from '@/shop/sales/papers';
import { keepCurrent } from '@/shop/units/revalue';
import { act, benchA, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('house');

const RULES = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};
/** Keeps the tables that stand with one change. */
async function change(alter: (tables: HouseTables) => void) {
  const { tables, version } = await houseNow(database());
  const next = structuredClone(tables);
  alter(next);
  return act<{ version: number; changes: number }>(owner, 'setHouse', { tables: next, version });
}
const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;

async function graded(unitId: string): Promise<void> {
  const { chassis } = await unitRow(unitId);
  const { rubric } = (await houseNow(database())).tables;
  for (const test of testsFor(rubric, chassis))
    await act(benchA, 'recordTest', {
      unitId,
      test: test.id,
      result: test.id === 'optical' ? 'absent' : 'pass',
    });
  for (const [key, value] of [
    ['topCelsius', '78'],
    ['processor', 'Corvid C4-620'],
    ['memoryGb', '8 GB'],
  ])
    await act(benchA, 'typeSpec', { unitId, key, value });
  await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
  await act(benchA, 'giveGrade', { unitId });
}

describe('the house’s tables', () => {
  it('a price changed: a unit follows when it is looked at, with no new version of its own', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    expect(await change((t) => (t.prices.base.laptop = [9000, 9000, 30_000, 30_000, 30_000]))).toMatchObject({
      changes: 5,
    });
    expect((await unitRow(unitId)).priceMinor).toBe(before.priceMinor);
    expect(await keepCurrent(await unitRow(unitId))).toBe(true);
    const after = await unitRow(unitId);
    expect(after.priceMinor).toBeGreaterThan(before.priceMinor);
    expect(after.valueMinor).toBeGreaterThan(before.valueMinor);
    expect(after.version).toBe(before.version);
    expect(await keepCurrent(after)).toBe(false);
    await act(owner, 'restoreHouse', { version: 0 });
    expect(await keepCurrent(await unitRow(unitId))).toBe(true);
    expect((await unitRow(unitId)).priceMinor).toBe(before.priceMinor);
  });
  it('minutes to finish changed: the hands still wanted and the value follow', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    await change((t) => (t.minutes.laptop.finish = 200));
    await keepCurrent(before);
    expect((await unitRow(unitId)).valueMinor).toBeLessThan(before.valueMinor);
    await act(owner, 'restoreHouse', { version: 0 });
  });
  it('a processor’s name tells its level by the table: price, classes and papers follow; a report comes before it', async () => {
    const unitId = await laptop();
    const chassis = 'laptop' as const;
    const row = await unitRow(unitId);
    expect(
      (await recordNow(database(), { id: unitId, chassis })).specification.best('processorLevel'),
    ).toBeNull();
    await act(benchA, 'typeSpec', { unitId, key: 'processor', value: 'Corvid M7-712 @ 2.8 GHz' });
    const { specification } = await recordNow(database(), { id: unitId, chassis });
    expect(specification.best('processorLevel')).toMatchObject({
      number: 4,
      basis: 'looked up',
      origin: 'name table: Corvid M7-7##',
    });
    expect(specification.number('processorWatts')).toBe(28);
    expect((await unitRow(unitId)).priceMinor).toBeGreaterThan(row.priceMinor);
    // the owner knows better
    await change((t) => (t.processors.find(({ pattern }) => pattern === 'Corvid M7-7##')!.level = 2));
    await keepCurrent(await unitRow(unitId));
    const lower = await unitRow(unitId);
    expect(
      (await recordNow(database(), { id: unitId, chassis })).specification.number('processorLevel'),
    ).toBe(2);
    // what somebody read off stands above the table
    await act(benchA, 'typeSpec', { unitId, key: 'processorLevel', value: '3' });
    expect((await unitRow(unitId)).priceMinor).toBeGreaterThan(lower.priceMinor);
    await act(owner, 'restoreHouse', { version: 0 });
  });
  it('a hard disk costs the machine its buyers, and its parts are worth what they are', async () => {
    const unitId = await laptop();
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'solid' });
    await act(benchA, 'typeSpec', { unitId, key: 'driveGb', value: '120 GB' });
    const solid = await unitRow(unitId);
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'hard disk' });
    await act(benchA, 'typeSpec', { unitId, key: 'driveGb', value: '500 GB' });
    expect((await unitRow(unitId)).priceMinor).toBeLessThan(0.85 * solid.priceMinor);
    const harvest = async () =>
      (await unitRow(unitId)).evaluation!.routes.find(({ route }) => route === 'harvest')!.valueMinor;
    const before = await harvest();
    await act(benchA, 'typeSpec', { unitId, key: 'memoryGb', value: '32 GB' });
    expect(await harvest()).toBeGreaterThan(before + 1500);
  });
  it('tables of an edition before are taken as they were, with what has come in since as shipped', async () => {
    const { version } = await houseNow(database());
    const old = structuredClone(shippedHouse) as Partial<HouseTables> & HouseTables;
    delete (old as Partial<HouseTables>).partsBy;
    delete (old as Partial<HouseTables>).processors;
    delete (old.prices as Partial<HouseTables['prices']>).driveFactor;
    old.asFoundShare = 0.4;
    await act(owner, 'setHouse', { tables: old, version });
    const { tables } = await houseNow(database());
    expect(tables.asFoundShare).toBe(0.4);
    expect(tables.prices.driveFactor).toEqual(shippedHouse.prices.driveFactor);
    expect(tables.processors).toEqual(shippedHouse.processors);
    await act(owner, 'restoreHouse', { version: 0 });
  });
  it('own work can be begun, and is called what the house calls it', async () => {
    const unitId = await laptop();
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'own-work-1' }))).toMatchObject({
      code: 'invalid',
    });
    await change((t) => {
      t.work.push({ id: 'own-work-1', name: 'Wax the lid', kind: 'clean', attendedMinutes: 4 });
    });
    await act(benchA, 'startWork', { unitId, ref: 'own-work-1' });
    const [row] = await database().select().from(work).where(eq(work.unitId, unitId));
    expect([row.title, row.kind]).toEqual(['Wax the lid', 'clean']);
    // records name it now: no later version may be without it
    const { tables, version } = await houseNow(database());
    expect(
      await refusal(
        act(owner, 'setHouse', {
          version,
          tables: { ...tables, work: tables.work.filter(({ id }) => id !== 'own-work-1') },
        }),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('"own-work-1" is gone') });
  });
});

describe('a rubric changed', () => {
  it('a grade stands by the rubric it was given by; nothing new is listed by it, and papers name it', async () => {
    const unitId = (await lotWith(['small'])).units[0].unitId;
    await graded(unitId);
    expect((await unitRow(unitId)).grade).toBe('A');
    const asShipped = (await unitRow(unitId)).gradeHouse;
    const stricter = await change((t) => (t.rubric.topCelsius.A = 70));
    // an act that touches nothing the grade rests on
    await act(benchA, 'setBench', { unitId, bench: { plugged: true } });
    expect((await unitRow(unitId)).grade).toBe('A');
    expect(await refusal(act(owner, 'listUnit', { unitId, askMinor: 6000 }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('by today’s it comes to B'),
    });
    const { tag } = await unitRow(unitId);
    expect((await passportOf(tag, RULES)).rubric).not.toBe(`house ${stricter.version}`);
    await act(benchA, 'giveGrade', { unitId });
    const now = await unitRow(unitId);
    expect([now.grade, now.gradeHouse]).toEqual(['B', stricter.version]);
    expect(asShipped).not.toBe(stricter.version);
    expect((await passportOf(tag, RULES)).rubric).toBe(`house ${stricter.version}`);
    await act(owner, 'listUnit', { unitId, askMinor: 6000 });
    await change((t) => (t.rubric.topCelsius.A = 80));
    // on the shelf it keeps what it was sold as
    expect((await unitRow(unitId)).grade).toBe('B');
  });
  it('own marks and tests count', async () => {
    const unitId = await laptop();
    await change((t) => {
      t.rubric.defects.push({ id: 'own-mark-1', name: 'Engraving', points: [5, 9, 30], minutes: null });
      t.rubric.tests.push({ id: 'own-test-1', name: 'Smells of nothing', failCaps: 'C' });
    });
    await act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'own-mark-1', size: 2, x: 20, y: 20 });
    await act(benchA, 'recordTest', { unitId, test: 'own-test-1', result: 'fail' });
    expect(
      await refusal(act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'moon', size: 0, x: 1, y: 1 })),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('no kind of mark "moon"') });
  });
});

describe('keeping and taking back', () => {
  it('technicians may not; shape and contradictions are refused with their place, and nothing is written', async () => {
    const rows = async () => (await database().select().from(houseTables)).length;
    const before = await rows();
    const { tables, version } = await houseNow(database());
    expect(await refusal(act(benchA, 'setHouse', { tables, version }))).toMatchObject({ code: 'forbidden' });
    expect(
      await refusal(act(owner, 'setHouse', { version, tables: { ...tables, asFoundShare: 7 } })),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('asFoundShare') });
    expect(
      await refusal(
        act(owner, 'setHouse', {
          version,
          tables: { ...tables, prices: { ...tables.prices, grade: { A: 0.5, B: 0.8, C: 0.7, D: 0.4 } } },
        }),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('B must not be over A') });
    expect(await refusal(act(owner, 'setHouse', { tables, version }))).toMatchObject({ code: 'refused' });
    expect(await refusal(act(owner, 'restoreHouse', { version: 999 }))).toMatchObject({ code: 'missing' });
    expect(await rows()).toBe(before);
  });
  it('two owners at once: one is told, neither is overwritten unseen', async () => {
    const { tables, version } = await houseNow(database());
    const answers = await Promise.all(
      [0.41, 0.42].map((asFoundShare) =>
        refusal(act(owner, 'setHouse', { version, tables: { ...tables, asFoundShare } })),
      ),
    );
    expect(answers.filter((answer) => answer === null)).toHaveLength(1);
    expect(answers.find((answer) => answer !== null)).toMatchObject({ code: 'conflict' });
  });
  it('every version stays: a row is neither changed nor deleted, and the history says what changed', async () => {
    const row = sql`update house_tables set by_name = 'somebody'`;
    await expect(database().execute(row)).rejects.toThrow();
    await expect(database().execute(sql`delete from house_tables`)).rejects.toThrow();
    const { version } = await change((t) => (t.asFoundShare = 0.5));
    const told = await database().select().from(events).where(eq(events.kind, 'house tables'));
    expect(told.at(-1)!.payload).toMatchObject({
      version,
      count: 1,
      changes: [{ path: 'asFoundShare', to: 0.5 }],
    });
  });
  it('what records name stays: in the tables as shipped, in an earlier version, when tables are left out', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    const { version: earlier } = await change((t) => (t.asFoundShare = 0.33));
    const { version } = await change((t) => {
      t.rubric.defects.push({ ...t.rubric.defects[0], id: 'own-mark-9', name: 'Ink' });
    });
    const { id: surface, x, y } = shippedHouse.rubric.surfaces.desktop[0];
    await act(benchA, 'markDefect', { unitId, surface, kind: 'own-mark-9', size: 0, x, y });
    const knows = async () => {
      const { tables } = await houseNow(database());
      expect(tables.rubric.defects.map(({ id }) => id)).toContain('own-mark-9');
      return tables;
    };
    await act(owner, 'restoreHouse', { version: 0 });
    expect((await knows()).asFoundShare).toBe(shippedHouse.asFoundShare);
    await act(owner, 'restoreHouse', { version: earlier });
    expect((await knows()).asFoundShare).toBe(0.33);
    const broken = structuredClone((await houseAt(database(), version)).tables);
    broken.rubric.limits.C = 1;
    await database().insert(houseTables).values({ tables: broken, by: 'owner', byName: 'Buyer' });
    expect((await knows()).rubric.limits).toEqual(shippedHouse.rubric.limits);
    await graded(unitId);
    expect((await unitRow(unitId)).grade).not.toBeNull();
  });
  it('tables a later edition contradicts are left out, and the page can say why', async () => {
    const broken = structuredClone(shippedHouse);
    broken.rubric.limits.C = 1;
    await database().insert(houseTables).values({ tables: broken, by: 'owner', byName: 'Buyer' });
    const house = await houseNow(database());
    expect(house.tables).toBe(shippedHouse);
    expect(house.faults.join()).toContain('points: C must not be under B');
    await act(owner, 'restoreHouse', { version: 0 });
  });
});

describe('the plain face', () => {
  const machine = { chassis: 'laptop', level: 3, memoryGb: 8, driveKind: 'solid', driveGb: 240, grade: 'A' };
  it('reckons with tables that are handed to it, as exported', () => {
    const house = structuredClone(shippedHouse);
    house.prices.base.laptop = [1800, 4800, 9500, 20_000, 22_000];
    const plain = ask('price', machine) as { minor: number };
    const own = ask('price', { ...machine, house }) as { minor: number };
    expect(own.minor).toBeGreaterThan(plain.minor);
  });
  it('says what contradicts itself in them, and what test nobody knows', () => {
    const house = { ...shippedHouse, stations: [] };
    expect(() => ask('price', { ...machine, house })).toThrow(/price: house: work ".*": there is no station/);
    expect(() => ask('grade', { chassis: 'laptop', tests: { moon: 'pass' } })).toThrow(/no test "moon"/);
  });
});
