import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';
import { checkHistory } from '@/shop/books/check';
import { historyFault, historyVerdict } from '@/shop/books/queries';
import { act, benchA, lotWith, openShop } from './shop';

openShop('history');

const failing = (statement: ReturnType<typeof sql>) =>
  database()
    .execute(statement)
    .then(
      () => '',
      (error: { cause?: Error }) => String(error.cause?.message ?? error),
    );

describe('the history', () => {
  it('chains every event to the one before it', async () => {
    const { units } = await lotWith(['laptop', 'small']);
    for (const unit of units)
      await act(benchA, 'observe', { unitId: unit.unitId, finding: 'button', outcome: 0 });
    const { rows } = await database().execute<{ seq: string; previous_hash: string; hash: string }>(
      sql`select seq, previous_hash, hash from events order by seq`,
    );
    expect(rows.length).toBeGreaterThanOrEqual(5);
    rows.forEach((row, i) => {
      expect(Number(row.seq)).toBe(i + 1);
      expect(row.hash).toMatch(/^[0-9a-f]{64}$/);
      expect(row.previous_hash).toBe(i ? rows[i - 1].hash : '0'.repeat(64));
    });
    expect(await historyFault()).toBeNull();
  });

  it('refuses update, delete and truncate', async () => {
    expect(await failing(sql`update events set payload = '{}' where seq = 1`)).toMatch(
      /append-only: UPDATE refused/,
    );
    expect(await failing(sql`delete from events where seq = 1`)).toMatch(/append-only: DELETE refused/);
    expect(await failing(sql`truncate events`)).toMatch(/append-only: TRUNCATE refused/);
    expect(await historyFault()).toBeNull();
  });

  it('gives numbers and hashes itself: a forged row gets the true ones', async () => {
    await database().execute(
      sql`insert into events (seq, at, actor, actor_name, kind, payload, previous_hash, hash) values (999, '2001-01-01', 'x', 'x', 'forged', '{}', 'aa', 'bb')`,
    );
    const { rows } = await database().execute<{ seq: string; hash: string; at: Date }>(
      sql`select seq, hash, at from events order by seq desc limit 1`,
    );
    expect(Number(rows[0].seq)).toBeLessThan(999);
    expect(rows[0].hash).not.toBe('bb');
    expect(new Date(rows[0].at).getFullYear()).toBeGreaterThan(2020);
    expect(await historyFault()).toBeNull();
  });

  it.each([
    [
      'a changed payload',
      sql`update events set payload = '{"price": 1}' where seq = 3`,
      { seq: 3, fault: 'its content was changed' },
    ],
    [
      'a changed actor',
      sql`update events set actor_name = 'Nobody' where seq = 4`,
      { seq: 4, fault: 'its content was changed' },
    ],
    [
      'a row taken out',
      sql`delete from events where seq = 2`,
      { seq: 3, fault: 'a row before it is missing' },
    ],
  ])('detects %s by somebody who holds the database', async (_, change, fault) => {
    const found: unknown[] = [];
    await database()
      .transaction(async (tx) => {
        await tx.execute(sql`alter table events disable trigger user`);
        await tx.execute(change);
        const { rows } = await tx.execute<{ seq: string; fault: string }>(
          sql`select seq, fault from events_first_fault()`,
        );
        found.push(...rows.map((row) => ({ seq: Number(row.seq), fault: row.fault })));
        tx.rollback();
      })
      .catch(() => undefined);
    expect(found).toEqual([fault]);
    expect(await historyFault()).toBeNull();
  });

  it('a re-hashed row breaks the link to the next one', async () => {
    const found: unknown[] = [];
    await database()
      .transaction(async (tx) => {
        await tx.execute(sql`alter table events disable trigger user`);
        await tx.execute(sql`update events set payload = '{"price": 1}' where seq = 2`);
        await tx.execute(sql`update events e set hash = events_hash(e) where seq = 2`);
        const { rows } = await tx.execute<{ seq: string; fault: string }>(
          sql`select seq, fault from events_first_fault()`,
        );
        found.push(...rows.map((row) => [Number(row.seq), row.fault]));
        tx.rollback();
      })
      .catch(() => undefined);
    expect(found).toEqual([[3, 'it does not follow the row before it']]);
  });

  it('many writers at once make one chain without gaps', async () => {
    const { units } = await lotWith(['small', 'small', 'small', 'small']);
    await Promise.all(
      units.flatMap((unit) =>
        ['look-dust', 'look-ports', 'look-smell'].map((finding) =>
          act(benchA, 'observe', { unitId: unit.unitId, finding, outcome: 0 }),
        ),
      ),
    );
    expect(await historyFault()).toBeNull();
  });
});

describe('the history looked at by the shop itself', () => {
  it('keeps the verdict with its time, one look at a time and none while the last is fresh; a change is found at the next', async () => {
    await database().delete(jobs);
    expect(await historyVerdict()).toBeNull();
    const looks = await Promise.all([checkHistory(), checkHistory(), checkHistory()]);
    expect(looks.filter(Boolean)).toHaveLength(1);
    expect(await historyVerdict()).toMatchObject({ fault: null, at: expect.any(Date) });
    expect(await checkHistory()).toBe(false);
    await database().execute(sql`alter table events disable trigger events_append_only`);
    await database().execute(sql`update events set actor_name = 'Somebody' where seq = 1`);
    await database().execute(sql`update jobs set ended_at = now() - interval '1 hour'`);
    expect(await checkHistory()).toBe(true);
    expect(await historyVerdict()).toMatchObject({ fault: expect.stringContaining('entry 1') });
  });
});
