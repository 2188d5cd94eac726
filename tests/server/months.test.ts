import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { readingBatches, readingRuns } from '@/db/schema';
import { monthsReady } from '@/shop/readings/months';
import { lotWith, openShop } from './shop';

openShop('months');

const LATER = new Date('2031-05-25T12:00:00Z');
const tables = async () =>
  (
    await database().execute<{ name: string; rows: number }>(sql`
      select c.relname as name, (select count(*)::int from reading_batches b where b.tableoid = c.oid) as rows
      from pg_inherits i join pg_class c on c.oid = i.inhrelid
      where i.inhparent = 'reading_batches'::regclass order by 1`)
  ).rows;

async function batchOf(startedAt: Date, seq = 0): Promise<string> {
  const { units } = await lotWith(['laptop']);
  const [{ id }] = await database()
    .insert(readingRuns)
    .values({ unitId: units[0].unitId, kind: 'heat', by: 'x', byName: 'x', startedAt })
    .returning({ id: readingRuns.id });
  const month = `${startedAt.toISOString().slice(0, 7)}-01`;
  await database()
    .insert(readingBatches)
    .values({ runId: id, seq, month, columns: { t: [1] } });
  return id;
}

describe('samples by month', () => {
  it('a month has a table of its own once it is made ready, and asking again makes no second', async () => {
    await monthsReady(LATER);
    await monthsReady(LATER);
    expect((await tables()).map(({ name }) => name)).toEqual(
      expect.arrayContaining(['reading_batches_2031_05', 'reading_batches_2031_06', 'reading_batches_rest']),
    );
    await batchOf(LATER);
    expect(await tables()).toContainEqual({ name: 'reading_batches_2031_05', rows: 1 });
  });
  it('what nobody made ready for lies in the rest, is read like any other, and is not moved by a table made later', async () => {
    const early = new Date('2033-02-03T00:00:00Z');
    const run = await batchOf(early);
    expect(await tables()).toContainEqual({ name: 'reading_batches_rest', rows: 1 });
    await monthsReady(early);
    expect((await tables()).map(({ name }) => name)).not.toContain('reading_batches_2033_02');
    const { rows } = await database().execute(sql`select seq from reading_batches where run_id = ${run}`);
    expect(rows).toEqual([{ seq: 0 }]);
  });
  it('the same batch twice is the same row', async () => {
    const run = await batchOf(LATER, 7);
    const again = { runId: run, seq: 7, month: '2031-05-01', columns: { t: [2] } };
    await expect(database().insert(readingBatches).values(again)).rejects.toMatchObject({
      cause: { code: '23505' },
    });
    await database().insert(readingBatches).values(again).onConflictDoNothing();
  });
});
