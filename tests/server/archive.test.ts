import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import sharp from 'sharp';
import tar from 'tar-stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { closeDatabase } from '@/db/client';
import { migrateDatabase } from '@/db/migrate';
import { checkCertificate } from '@/shop/erasure/certificate';
import { readArchive } from '@/shop/archive/read';
import { writeArchive } from '@/shop/archive/write';
import { archiveFiles, archivePath, takePiece } from '@/shop/archive/files';
import { addPhoto } from '@/shop/photos/commands';
import { runCommand } from '@/shop/runner';
import { layAway } from '@/shop/photos/store';
import { freshDatabase, throwAwayCluster } from './database.setup';
import { runJob } from '@/shop/runJob';
import { ERASED, act, benchA, benchB, byOwner, lotWith, openShop, owner, ownersUrl, refusal } from './shop';

const folder = mkdtempSync(join(tmpdir(), 'omnitrope-archive-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const quiet = async () => undefined;

/** Files of an archive by their names. */
async function filesOf(path: string): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  const extract = tar.extract();
  createReadStream(path).pipe(createGunzip()).pipe(extract);
  for await (const entry of extract) {
    const chunks: Buffer[] = [];
    for await (const chunk of entry) chunks.push(chunk as Buffer);
    files.set(entry.header.name, Buffer.concat(chunks));
  }
  return files;
}

/** An archive of these files, as somebody else would write one. */
async function archiveOf(
  name: string,
  files: ReadonlyMap<string, Buffer | string>,
  sums = true,
): Promise<string> {
  const path = join(folder, name);
  const pack = tar.pack();
  const sum: Record<string, string> = {};
  for (const [file, bytes] of files) {
    if (file === 'sums.json') continue;
    pack.entry({ name: file }, Buffer.from(bytes));
    sum[file] = createHash('sha256').update(bytes).digest('hex');
  }
  if (sums) pack.entry({ name: 'sums.json' }, JSON.stringify(sum));
  pack.finalize();
  await pipeline(pack, createGzip(), createWriteStream(path));
  return path;
}

/** A shop nobody has done anything in, with its owner. */
async function emptyShop(name: string): Promise<string> {
  const url = await freshDatabase(throwAwayCluster(), name);
  await migrateDatabase(url);
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(
    `insert into "user" (id, name, email, role) values ('new-owner', 'Somebody New', 'new@elsewhere.example', 'owner')`,
  );
  await client.query(
    `insert into session (id, token, user_id, expires_at) values ('s', 't', 'new-owner', now() + interval '1 day')`,
  );
  await client.query(
    `insert into shop (id, name, currency_sign, currency_decimals, rate_per_hour_minor, fee_basis_points) values (1, 'Elsewhere', '£', 2, 3000, 1000)`,
  );
  await client.end();
  return url;
}
const ask = async <T extends pg.QueryResultRow>(url: string, sql: string) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<T>(sql);
  await client.end();
  return rows;
};

openShop('archive');
let file = '';
let files: Map<string, Buffer>;
beforeAll(async () => {
  const { units } = await lotWith(['laptop', 'desktop', 'small', 'aio', 'laptop', 'desktop']);
  const [{ unitId }] = units;
  for (const [n, unit] of units.entries())
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: n % 3 });
  await act(benchB, 'recordPart', { unitId, class: 'keyboard', name: 'Tastatur "ä\n€"', way: 'in' }).catch(() => undefined); // prettier-ignore
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } }).webp().toBuffer(); // prettier-ignore
  await runCommand(addPhoto, benchA, { input: { unitId, width: 8, height: 8, ...(await layAway(picture)) } });
  const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', { class: 'drive', name: 'Gannet 500 GB', costMinor: 300 }); // prettier-ignore
  await act(benchA, 'recordErasure', { componentId, ...ERASED });
  // a run of an earlier year: its samples lie in a month of their own
  await act(benchA, 'startRun', { unitId, kind: 'heat' });
  await byOwner((db) =>
    db.execute(sql`insert into reading_batches (run_id, seq, month, columns)
      select id, 1, '2024-03-01', '{"t": [0, 1.5], "package": [41.25, 1e-7]}'::jsonb from reading_runs`),
  );
  file = join(folder, 'shop-20260101-000000.tar.gz');
  await writeArchive(ownersUrl(), file, quiet);
  files = await filesOf(file);
}, 180_000);

describe('a shop as a file', () => {
  it('holds what its head says it holds, row by row, and no password', () => {
    const head = JSON.parse(files.get('archive.json')!.toString()) as {
      tables: { name: string; rows: number }[];
      pictures: number;
    };
    for (const { name, rows } of head.tables) {
      const lines = [...files].filter(([path]) => path.startsWith(`tables/${name}/`)).flatMap(([, bytes]) => bytes.toString().trim().split('\n')); // prettier-ignore
      expect(lines, name).toHaveLength(rows);
    }
    expect([...files.keys()].filter((path) => path.startsWith('pictures/'))).toHaveLength(head.pictures);
    expect(head.tables.find(({ name }) => name === 'units')!.rows).toBe(6);
    expect(head.pictures).toBe(1);
    for (const secret of ['account', 'session', 'tokens', 'event_seals'])
      expect(head.tables.map(({ name }) => name)).not.toContain(secret);
  });

  it('taken in by an empty shop and written again it is the same, its history sealed here and gone on with', async () => {
    const url = await emptyShop('omnitrope_server_archive_in');
    const told: number[] = [];
    await readArchive(url, file, 'new-owner', async (done) => void told.push(done));
    expect(told.at(-1)).toBeGreaterThan(20);
    const again = join(folder, 'again.tar.gz');
    await writeArchive(url, again, quiet);
    const back = await filesOf(again);
    const rowsOf = (of: ReadonlyMap<string, Buffer>, path: string) =>
      of.get(path)!.toString().trim().split('\n');
    for (const [path, bytes] of files) {
      if (path === 'archive.json' || path === 'sums.json') continue;
      const table = path.split('/')[1];
      if (table === 'events') {
        // one entry more: that it was taken in
        expect(rowsOf(back, path).slice(0, rowsOf(files, path).length)).toEqual(rowsOf(files, path));
      } else if (table === 'user')
        expect(rowsOf(back, path)).toEqual(expect.arrayContaining(rowsOf(files, path)));
      else if (!['reading_runs', 'erasure_runs'].includes(table))
        expect(back.get(path)!.equals(bytes), path).toBe(true);
    }
    const [last] = await ask<{ kind: string; sealed: boolean }>(
      url,
      `select e.kind, s.seal is not null as sealed from events e left join event_seals s using (seq) order by seq desc limit 1`,
    );
    expect(last).toEqual({ kind: 'archive taken in', sealed: true });
    expect(
      await ask(url, `select 1 from events e left join event_seals s using (seq) where s.seal is null`),
    ).toEqual([]);
    // still signed in, as an owner; everybody else without a password
    expect(await ask(url, `select u.role from session s join "user" u on u.id = s.user_id`)).toEqual([
      { role: 'owner' },
    ]);
    expect(await ask(url, `select tableoid::regclass::text as lies, columns from reading_batches`)).toEqual([
      { lies: 'reading_batches_2024_03', columns: { t: [0, 1.5], package: [41.25, 1e-7] } },
    ]);
    // and it is a shop like any other: the history refuses changes, references hold, numbers go on
    await expect(ask(url, `update events set actor_name = 'x' where seq = 1`)).rejects.toThrow();
    await expect(ask(url, `delete from lots`)).rejects.toThrow();
    expect(
      await ask(
        url,
        `select 1 from pg_constraint where contype = 'f' and condeferrable and connamespace = 'public'::regnamespace`,
      ),
    ).toEqual([]);
    await expect(readArchive(url, file, 'new-owner', quiet)).rejects.toThrow(/empty shop/);
  }, 180_000);

  it('a certificate whose entry came with it says so, and is not simply said to agree', async () => {
    const [paper] = await ask<{ seq: number; hash: string }>(ownersUrl(), `select e.seq, e.hash from events e join erasures r on r.event_seq = e.seq`); // prettier-ignore
    const check = () => checkCertificate(Number(paper.seq), paper.hash.slice(0, 32));
    expect(await check()).toMatchObject({ agrees: true, brought: null });
    const here = process.env.DATABASE_URL;
    await closeDatabase();
    const url = new URL(ownersUrl());
    url.pathname = '/omnitrope_server_archive_in';
    process.env.DATABASE_URL = url.toString();
    const there = await check();
    await closeDatabase();
    process.env.DATABASE_URL = here;
    expect(there).toMatchObject({ agrees: true, brought: expect.any(Date) });
  });

  it('what is wrong with one is said, with file and line, and nothing is changed', async () => {
    const url = await emptyShop('omnitrope_server_archive_bad');
    const state = () =>
      ask(
        url,
        `select (select count(*) from events) as events, (select count(*) from "user") as people, (select name from shop) as shop, (select count(*) from pg_trigger where not tgisinternal and tgenabled = 'O') as triggers`,
      );
    const before = await state();
    const bad = async (
      name: string,
      change: (files: Map<string, Buffer | string>) => void,
      words: RegExp,
      sums = true,
    ) => {
      const changed = new Map<string, Buffer | string>(files);
      change(changed);
      await expect(
        readArchive(url, await archiveOf(`${name}.tar.gz`, changed, sums), 'new-owner', quiet),
        name,
      ).rejects.toThrow(words);
      expect(await state(), name).toEqual(before);
    };
    const units = [...files.keys()].find((path) => path.startsWith('tables/units/'))!;
    const events = [...files.keys()].find((path) => path.startsWith('tables/events/'))!;
    const lines = (path: string) => files.get(path)!.toString().trim().split('\n');
    const line = (path: string, n: number, change: (line: string) => string) => (of: Map<string, Buffer | string>) =>
      void of.set(path, lines(path).map((own, i) => (i === n ? change(own) : own)).join('\n')); // prettier-ignore
    await bad(
      'kind',
      line(units, 4, (own) => own.replace(/"chassis": ?"[a-z]+"/, '"chassis": null')),
      /tables\/units\/000001\.jsonl, line 5: .*chassis/,
    );
    await bad(
      'json',
      line(units, 2, () => '{ not json'),
      /line 3/,
    );
    await bad(
      'history',
      line(events, 7, (own) => own.replace(/"actor_name": ?"[^"]+"/, '"actor_name": "Nobody"')),
      /history does not hold: entry 8/,
    );
    await bad(
      'short',
      (of) => void of.set(units, lines(units).slice(1).join('\n')),
      /of units \d+ rows are promised and \d+ came/,
    );
    await bad(
      'orphan',
      (of) => void of.delete([...of.keys()].find((path) => path.startsWith('tables/lots/'))!),
      /of lots/,
    );
    await bad('table', (of) => void of.set('tables/pirates/000001.jsonl', '{}'), /no table pirates/);
    await bad('elsewhere', (of) => void of.set('../../etc/cron', 'x'), /none of ours/);
    await bad(
      'older',
      (of) =>
        void of.set(
          'archive.json',
          of
            .get('archive.json')!
            .toString()
            .replace(/"schema": \d+/, '"schema": 3'),
        ),
      /an older version/,
    );
    await bad('other', (of) => void of.set('archive.json', '{"format":"something"}'), /none of ours/);
    await bad('cut', () => undefined, /cut off, or none of ours/, false);
    const broken = join(folder, 'broken.tar.gz');
    writeFileSync(broken, readFileSync(file).subarray(0, 3_000));
    await expect(readArchive(url, broken, 'new-owner', quiet)).rejects.toThrow(/cut off/);
    writeFileSync(broken, 'hello');
    await expect(readArchive(url, broken, 'new-owner', quiet)).rejects.toThrow(/no archive/);
    expect(await state()).toEqual(before);
  }, 180_000);

  it('is brought in pieces that follow each other, under names of its own', async () => {
    process.env.OMNITROPE_ARCHIVES = folder;
    const name = 'taken-20260102-000000.tar.gz';
    expect(await takePiece(name, 0, Buffer.from('one '), false)).toBe(4);
    await expect(takePiece(name, 3, Buffer.from('x'), false)).rejects.toThrow(/goes on from 4/);
    expect((await archiveFiles()).map((one) => one.name)).not.toContain(name);
    expect(await takePiece(name, 4, Buffer.from('two'), true)).toBe(7);
    expect(readFileSync(join(folder, name), 'utf8')).toBe('one two');
    await expect(takePiece(name, 0, Buffer.from('x'), true)).rejects.toThrow(/here already/);
    await expect(takePiece('shop-20260101-000000.tar.gz', 0, Buffer.from('x'), true)).rejects.toThrow(
      /here already/,
    );
    for (const bad of ['../x', 'taken-1.tar.gz', 'taken-20260102-000000.tar.gz/..', ''])
      await expect(archivePath(bad)).rejects.toThrow(/no such archive/);
    delete process.env.OMNITROPE_ARCHIVES;
  });

  it('is written by a worker for an owner, and no shop that is worked in takes one in', async () => {
    process.env.OMNITROPE_ARCHIVES = folder;
    expect((await refusal(act(benchA, 'startArchive', {})))?.code).toBe('forbidden');
    const { job, file: name } = await act<{ job: string; file: string }>(owner, 'startArchive', {});
    expect(await runJob(job, 'a worker')).toBe('done');
    const [row] = await ask<{ done: number; total: number; result: { pictures: number } }>(ownersUrl(), `select done, total, result from jobs where id = '${job}'`); // prettier-ignore
    expect(row.done).toBe(row.total);
    expect(row.result.pictures).toBe(1);
    expect((await archiveFiles()).map((one) => one.name)).toContain(name);
    expect((await filesOf(join(folder, name))).size).toBe(files.size);
    expect(await refusal(act(owner, 'startTakingIn', { file: name }))).toMatchObject({ code: 'refused', message: expect.stringMatching(/empty shop/) }); // prettier-ignore
    expect((await refusal(act(owner, 'startTakingIn', { file: '../../etc/passwd' })))?.code).toBe('missing');
    await act(owner, 'dropArchive', { file: name });
    expect((await archiveFiles()).map((one) => one.name)).not.toContain(name);
    delete process.env.OMNITROPE_ARCHIVES;
    expect((await refusal(act(owner, 'startArchive', {})))?.message).toMatch(/no folder for archives/);
  });
});
