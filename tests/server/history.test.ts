import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database, type Database } from '@/db/client';
import { eventSeals, jobs } from '@/db/schema';
import { checkHistory } from '@/shop/history/lookOver';
import { dropAnchor, newestEntry } from '@/shop/history/anchors';
import { firstFault, type HistoryFault } from '@/shop/history/check';
import { sealOf } from '@/shop/history/seal';
import { historyFault, historyVerdict } from '@/shop/history/verdict';
import { act, benchA, byOwner, lotWith, openShop } from './shop';

openShop('history');

/** Seals what was written past the shop, so that the next test begins with a history that holds. */
async function sealAgain(): Promise<void> {
  const { rows } = await database().execute<{ seq: string; hash: string }>(
    sql`select e.seq, e.hash from events e left join event_seals s on s.seq = e.seq where s.seq is null`,
  );
  for (const { seq, hash } of rows)
    await database()
      .insert(eventSeals)
      .values({ seq: Number(seq), seal: sealOf(Number(seq), hash) });
}

const failing = (statement: ReturnType<typeof sql>, db: Database = database()) =>
  db.execute(statement).then(
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
    const change = sql`update events set payload = '{}' where seq = 1`;
    const take = sql`delete from events where seq = 1`;
    for (const [act, words] of [
      [change, 'UPDATE'],
      [take, 'DELETE'],
      [sql`truncate events`, 'TRUNCATE'],
    ] as const) {
      // its owner is refused by a guard; the shop itself, which owns nothing, before that, and it cannot take guards off
      expect(await byOwner((db) => failing(act, db))).toMatch(`append-only: ${words} refused`);
      expect(await failing(act)).toMatch(/permission denied/);
    }
    for (const act of [
      sql`alter table events disable trigger user`,
      sql`update event_seals set seal = 'x'`,
      sql`create or replace function events_hash(e events) returns text language sql stable as $$ select e.hash $$`,
      sql`drop table event_seals`,
      sql`create table mine (id int)`,
      sql`set role omnitrope`,
    ])
      expect(await failing(act)).toMatch(/permission denied|must be owner/);
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
    // what was written past the shop bears no seal of its
    expect(await historyFault()).toEqual({ seq: Number(rows[0].seq), fault: 'its seal is missing' });
    await sealAgain();
    expect(await historyFault()).toBeNull();
  });

  /** What somebody changes who holds the database and may switch its guards off; the first thing that shows. */
  const rehash = sql`do $$ declare e events; last text := repeat('0', 64); begin
    for e in select * from events order by seq loop
      update events set previous_hash = last where seq = e.seq;
      select * into e from events where seq = e.seq;
      update events set hash = events_hash(e) where seq = e.seq;
      select hash into last from events where seq = e.seq;
    end loop; end $$`;
  const cut = sql`delete from events where seq > (select max(seq) - 3 from events)`;
  it.each([
    [
      'a changed payload',
      [sql`update events set payload = '{"price": 1}' where seq = 3`],
      3,
      'content was changed',
    ],
    [
      'a changed actor',
      [sql`update events set actor_name = 'Nobody' where seq = 4`],
      4,
      'content was changed',
    ],
    [
      'a changed moment',
      [sql`update events set at = at - interval '1 day' where seq = 2`],
      2,
      'content was changed',
    ],
    ['a changed kind', [sql`update events set kind = 'listed' where seq = 2`], 2, 'content was changed'],
    [
      'another unit',
      [sql`update events set unit_id = gen_random_uuid() where seq = 2`],
      2,
      'content was changed',
    ],
    ['a row taken out', [sql`delete from events where seq = 2`], 3, 'row before it is missing'],
    ['the first row taken out', [sql`delete from events where seq = 1`], 2, 'row before it is missing'],
    [
      'two rows in each other’s place',
      [
        sql`update events set seq = -seq where seq in (2, 3)`,
        sql`update events set seq = case seq when -2 then 3 else 2 end where seq < 0`,
      ],
      2,
      'does not follow',
    ],
    [
      'a hash of its own',
      [sql`update events set hash = repeat('a', 64) where seq = 2`],
      2,
      'content was changed',
    ],
    [
      'a link of its own',
      [sql`update events set previous_hash = repeat('a', 64) where seq = 2`],
      2,
      'does not follow',
    ],
    [
      'a row hashed anew',
      [
        sql`update events set payload = '{"price": 1}' where seq = 2`,
        sql`update events e set hash = events_hash(e) where seq = 2`,
      ],
      2,
      'seal is not one of this shop',
    ],
    [
      'a changed row and every hash from there on made anew',
      [sql`update events set payload = '{"price": 1}' where seq = 2`, rehash],
      2,
      'seal is not one of this shop',
    ],
    ['the newest three cut off', [cut], 0, 'it was cut off'],
    [
      'the newest three cut off with their seals',
      [cut, sql`delete from event_seals where seq > (select max(seq) from events)`],
      0,
      'it was cut off',
    ],
    ['a seal taken out', [sql`delete from event_seals where seq = 3`], 3, 'its seal is missing'],
    [
      'a seal of their own',
      [sql`update event_seals set seal = repeat('b', 64) where seq = 3`],
      3,
      'seal is not one of this shop',
    ],
    [
      'a row put in',
      [
        sql`alter table events enable trigger events_seal`,
        sql`insert into events (seq, at, actor, actor_name, kind, payload, previous_hash, hash) values (1, now(), 'x', 'x', 'sold', '{}', '', '')`,
      ],
      -1,
      'its seal is missing',
    ],
    [
      'the check of the database replaced by one that finds nothing',
      [
        sql`create or replace function events_first_fault() returns table (seq bigint, fault text) language sql stable as $$ select 1::bigint, '' where false $$`,
        sql`create or replace function events_hash(e events) returns text language sql stable as $$ select e.hash $$`,
        sql`update events set payload = '{"price": 1}' where seq = 3`,
      ],
      3,
      'content was changed',
    ],
  ] as const)('shows %s', async (_, changes, at, words) => {
    const file = join(mkdtempSync(join(tmpdir(), 'omni-anchors-')), 'anchors');
    process.env.OMNITROPE_ANCHORS = file;
    await dropAnchor(database());
    const { seq: newest } = (await newestEntry(database()))!;
    let found: HistoryFault | null = null;
    await byOwner((db) =>
      db.transaction(async (tx) => {
        await tx.execute(sql`alter table events disable trigger user`);
        await tx.execute(sql`alter table event_seals disable trigger user`);
        for (const change of changes) await tx.execute(change);
        found = await firstFault(tx);
        tx.rollback();
      }),
    ).catch(() => undefined);
    const seq = at > 0 ? at : at === 0 ? newest : newest + 1;
    expect(found).toEqual({ seq, fault: expect.stringContaining(words) });
    expect(await historyFault()).toBeNull();
    delete process.env.OMNITROPE_ANCHORS;
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
    await byOwner(async (db) => {
      await db.execute(sql`alter table events disable trigger events_append_only`);
      await db.execute(sql`update events set actor_name = 'Somebody' where seq = 1`);
    });
    await database().execute(sql`update jobs set ended_at = now() - interval '1 hour'`);
    expect(await checkHistory()).toBe(true);
    expect(await historyVerdict()).toMatchObject({ fault: expect.stringContaining('entry 1') });
  });
});
