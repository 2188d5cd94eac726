import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, movements } from '@/db/schema';
import { act, benchA, benchB, ERASED, lotWith, openShop, refusal } from './shop';

openShop('components');

const part = (name = 'Flint S120') =>
  act<{ componentId: string; code: string }>(benchA, 'receivePart', {
    class: 'drive',
    name,
    costMinor: 1400,
    attributes: { gb: 120, kind: 'solid' },
  });
const whereIs = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0];

describe('a part is in exactly one place', () => {
  it('two people fitting it at once: one gets it, the other is told, the ledger holds one movement', async () => {
    const { units } = await lotWith(['small', 'small']);
    for (let round = 0; round < 5; round++) {
      const { componentId } = await part();
      const tries = await Promise.all([
        refusal(act(benchA, 'fitPart', { unitId: units[0].unitId, componentId })),
        refusal(act(benchB, 'fitPart', { unitId: units[1].unitId, componentId })),
      ]);
      expect(tries.filter((outcome) => outcome === null)).toHaveLength(1);
      expect(tries.find((outcome) => outcome !== null)).toMatchObject({
        code: 'conflict',
        message: expect.stringMatching(/somebody else has just moved|not in the bin any more/),
      });
      expect(
        await database().select().from(movements).where(eq(movements.componentId, componentId)),
      ).toHaveLength(2);
    }
  });

  it('the database itself refuses a second movement from the same place', async () => {
    const { units } = await lotWith(['small', 'small']);
    const { componentId } = await part();
    const insert = (to: string) =>
      database().execute(
        sql`insert into movements (component_id, n, previous, from_place, to_place, by, by_name) values (${componentId}, 1, 0, 'bin', ${to}, 'x', 'x')`,
      );
    const outcomes = await Promise.allSettled(units.map((unit) => insert(`unit:${unit.unitId}`)));
    expect(outcomes.filter((outcome) => outcome.status === 'fulfilled')).toHaveLength(1);
  });

  it.each([
    ['starts where it is not', sql`1, 0, 'scrap', 'bin'`],
    ['skips a number', sql`2, 1, 'bin', 'scrap'`],
    ['goes nowhere', sql`1, 0, 'bin', 'bin'`],
    ['begins twice', sql`0, null, 'arrived', 'scrap'`],
  ])('the database refuses a movement that %s', async (_, values) => {
    const { componentId } = await part();
    await expect(
      database().execute(
        sql`insert into movements (component_id, n, previous, from_place, to_place, by, by_name) select ${componentId}::uuid, v.n, v.p::int, v.f, v.t, 'x', 'x' from (values (${values})) v(n, p, f, t)`,
      ),
    ).rejects.toThrow();
    expect((await whereIs(componentId)).place).toBe('bin');
  });

  it('nobody moves a part by writing to its row, and the ledger is append-only', async () => {
    const { componentId } = await part();
    await expect(
      database().update(components).set({ place: 'scrap' }).where(eq(components.id, componentId)),
    ).rejects.toThrow();
    await expect(
      database().update(movements).set({ toPlace: 'scrap' }).where(eq(movements.componentId, componentId)),
    ).rejects.toThrow();
    await expect(
      database().delete(movements).where(eq(movements.componentId, componentId)),
    ).rejects.toThrow();
    expect((await whereIs(componentId)).place).toBe('bin');
  });

  it('goes from bin to unit to bin to scrap, each step on record, and knows where it is', async () => {
    const { units } = await lotWith(['small']);
    const { componentId } = await part();
    const at = { unitId: units[0].unitId, componentId };
    await act(benchA, 'fitPart', at);
    expect(await whereIs(componentId)).toMatchObject({ place: 'unit', unitId: units[0].unitId, lastMove: 1 });
    await act(benchA, 'takePart', { ...at, to: 'bin' });
    await act(benchB, 'fitPart', at);
    // a drive leaves the shop with its data accounted for, and not before
    expect(await refusal(act(benchB, 'takePart', { ...at, to: 'scrap' }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('still holds data'),
    });
    await act(benchB, 'recordErasure', { ...at, ...ERASED, methodId: 'solid-overwrite' });
    await act(benchB, 'takePart', { ...at, to: 'scrap' });
    expect(await whereIs(componentId)).toMatchObject({ place: 'scrap', unitId: null, lastMove: 4 });
    expect(await refusal(act(benchA, 'fitPart', at))).toMatchObject({ code: 'conflict' });
  });

  it('codes are never given twice, also at once', async () => {
    const made = await Promise.all(Array.from({ length: 8 }, () => part()));
    expect(new Set(made.map((row) => row.code)).size).toBe(8);
  });
});
