import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { migrateDatabase } from '@/db/migrate';
import { freshDatabase } from './database.setup';

const FOLDER = 'src/db/migrations';

/** The migrations as they were when the one called `last` was the newest. */
function folderUpTo(last: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'omnitrope-migrations-'));
  cpSync(FOLDER, folder, { recursive: true });
  const path = join(folder, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: { tag: string }[] };
  const end = journal.entries.findIndex((entry) => entry.tag === last);
  expect(end).toBeGreaterThanOrEqual(0);
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, end + 1) }));
  return folder;
}

let client: pg.Client;
const one = async <T extends object>(text: string, values: unknown[] = []) =>
  (await client.query<T>(text, values)).rows;

/** A shop as it was kept before: rows of every kind a later migration touches. */
async function furnish(): Promise<void> {
  await client.query(`
    insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800);
    insert into "user" (id, name, email, role) values ('a', 'Bench', 'a@saltmarsh.example', 'owner'), ('b', 'BENCH', 'b@saltmarsh.example', 'technician'), ('c', '', 'c@saltmarsh.example', 'viewer');
    insert into lots (id, code, name, source, tag_prefix, price_minor, received_on) values ('00000000-0000-4000-8000-00000000000a', 'L-1', 'Library', 'clearout', 'LB', 2000000000, '2026-11-20');
    insert into units (id, tag, lot_id, manifest_key, chassis, bench, stage, cost_minor, grade) values
      ('00000000-0000-4000-8000-000000000001', 'LB-0001', '00000000-0000-4000-8000-00000000000a', 'row:laptop' || chr(31) || 'courier 14#0', 'laptop', '{"plugged":true,"caseOpen":true,"batteryOut":false,"boardOut":false}', 'find', 700, null),
      ('00000000-0000-4000-8000-000000000002', 'LB-0002', '00000000-0000-4000-8000-00000000000a', 'serial:pc1', 'small', '{"plugged":false,"caseOpen":false,"batteryOut":false,"boardOut":false}', 'sold', 800, 'B');
    insert into spec_values (unit_id, key, basis, value, number, origin, by) values
      ('00000000-0000-4000-8000-000000000001', 'memoryGb', 'claimed', '4 GB', 4, 'manifest', 'Bench'),
      ('00000000-0000-4000-8000-000000000001', 'memoryGb', 'measured', '8 GB', 8, 'machine’s report', 'Bench'),
      ('00000000-0000-4000-8000-000000000001', 'driveKind', 'typed', 'none', null, 'outside look', 'Bench'),
      ('00000000-0000-4000-8000-000000000002', 'processor', 'typed', 'Corvid', null, 'by hand', 'Bench');
    insert into observations (unit_id, kind, ref, outcome, by, by_name) values ('00000000-0000-4000-8000-000000000001', 'finding', 'look-bay', 1, 'a', 'Bench');
    insert into work (id, unit_id, kind, ref, title, status, by, by_name) values
      ('00000000-0000-4000-8000-0000000000f1', '00000000-0000-4000-8000-000000000001', 'repair', 'reseat-memory', 'Reseat', 'running', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000f2', '00000000-0000-4000-8000-000000000001', 'clean', 'clean-inside', 'Blow', 'running', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000f3', '00000000-0000-4000-8000-000000000002', 'clean', 'clean-inside', 'Blow', 'done', 'a', 'Bench');
    insert into work_segments (work_id, unit_id, attended, started_at, ended_at) values
      ('00000000-0000-4000-8000-0000000000f1', '00000000-0000-4000-8000-000000000001', true, now() - interval '2 hours', null),
      ('00000000-0000-4000-8000-0000000000f2', '00000000-0000-4000-8000-000000000001', true, now() - interval '1 hour', null),
      ('00000000-0000-4000-8000-0000000000f3', '00000000-0000-4000-8000-000000000002', true, now() - interval '90 minutes', now() - interval '60 minutes');
    insert into components (id, code, class, name, cost_minor, place, unit_id) values
      ('00000000-0000-4000-8000-0000000000c1', 'P-0001', 'memory', '4 GB module', 350, 'bin', null),
      ('00000000-0000-4000-8000-0000000000c2', 'P-0002', 'drive', 'Flint S120', 1400, 'bin', null);
    insert into movements (component_id, n, previous, from_place, to_place, by, by_name) values
      ('00000000-0000-4000-8000-0000000000c1', 0, null, 'arrived', 'bin', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000c1', 1, 0, 'bin', 'unit:00000000-0000-4000-8000-000000000001', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000c2', 0, null, 'arrived', 'bin', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000c2', 1, 0, 'bin', 'unit:00000000-0000-4000-8000-000000000001', 'a', 'Bench'),
      ('00000000-0000-4000-8000-0000000000c2', 2, 1, 'unit:00000000-0000-4000-8000-000000000001', 'bin', 'a', 'Bench');
    insert into sales (unit_id, price_minor, fees_minor, sold_on, by) values ('00000000-0000-4000-8000-000000000002', 9000, 720, '2026-11-24', 'Bench');
    insert into command_keys (key, command, actor, answer) values ('k', 'makeReportToken', 'a', '{"answer":{"token":"in clear"}}');
    insert into events (seq, at, previous_hash, hash, actor, actor_name, kind, payload) values (0, now(), '', '', 'a', 'Bench', 'finding', '{}');
  `);
}

/** Leave given to machines when each kind of it was kept in a table of its own. */
const giveLeave = () =>
  client.query(`
    update shop set hand_minutes = '{"repaste":{"n":3,"sum":60,"squares":1210}}';
    insert into report_tokens (token_hash, unit_id, by, by_name, expires_at, used_at) values ('r', '00000000-0000-4000-8000-000000000001', 'a', 'Bench', now() + interval '1 hour', null), ('u', '00000000-0000-4000-8000-000000000001', 'a', 'Bench', now() + interval '1 hour', now());
    insert into self_test_tokens (token_hash, unit_id, by, by_name, expires_at, opened) values ('r', '00000000-0000-4000-8000-000000000001', 'a', 'Bench', now() + interval '1 hour', 3);
    insert into reading_runs (id, unit_id, kind, token_hash, by, by_name, expires_at) values ('00000000-0000-4000-8000-0000000000d1', '00000000-0000-4000-8000-000000000001', 'heat', 'h', 'a', 'Bench', now() + interval '1 hour');
    insert into erasure_runs (id, component_id, method_id, whole, seed, token_hash, state, by, by_name, expires_at) values
      ('00000000-0000-4000-8000-0000000000e1', '00000000-0000-4000-8000-0000000000c2', 'disk-overwrite', true, 1, 'e', 'confirmed', 'a', 'Bench', now() + interval '1 hour');
  `);

beforeAll(async () => {
  const url = await freshDatabase(inject('cluster'), 'omnitrope_earlier');
  await migrateDatabase(url, folderUpTo('0004_reckoned'));
  client = new pg.Client({ connectionString: url });
  await client.connect();
  await furnish();
  await migrateDatabase(url, folderUpTo('0027_by_itself'));
  await giveLeave();
  await migrateDatabase(url);
});
afterAll(() => client.end());

describe('a shop of an earlier version, with rows in it, brought to today', () => {
  it('loses no machine, and knows a row without a serial by a digest that the same file gives again', async () => {
    const rows = await one<{ manifest_key: string }>('select manifest_key from units order by tag');
    expect(rows.map((row) => row.manifest_key)).toEqual([
      expect.stringMatching(/^row:[0-9a-f]{64}#0$/),
      'serial:pc1',
    ]);
    const { readManifest } = await import('@/formats/manifest');
    const { rows: again } = readManifest(
      {
        header: ['kind', 'model'],
        delimiter: ',',
        decimal: '.',
        problems: [],
        rows: [{ line: 2, cells: ['Laptop', 'Courier 14'] }],
      },
      { chassis: 0, model: 1 },
    );
    expect(again[0].key).toBe(rows[0].manifest_key);
  });
  it('keeps every value on the record but those the record itself tells, and how each machine lies', async () => {
    expect(
      await one('select key, basis, value from record_values where unit_id = $1 order by id', [
        '00000000-0000-4000-8000-000000000001',
      ]),
    ).toEqual([
      { key: 'memoryGb', basis: 'claimed', value: '4 GB' },
      { key: 'memoryGb', basis: 'measured', value: '8 GB' },
      { key: 'bench', basis: 'typed', value: expect.stringContaining('"caseOpen": true') },
    ]);
    expect(await one("select to_regclass('spec_values') as gone")).toEqual([{ gone: null }]);
  });
  it('has one clock a person: the newest goes on, the other stands paused', async () => {
    expect(
      await one('select ref, status from work where unit_id = $1 order by ref', [
        '00000000-0000-4000-8000-000000000001',
      ]),
    ).toEqual([
      { ref: 'clean-inside', status: 'running' },
      { ref: 'reseat-memory', status: 'paused' },
    ]);
    expect(
      await one('select count(*)::int as n from work_segments where ended_at is null and attended'),
    ).toEqual([{ n: 1 }]);
  });
  it('freezes what earlier sales rest on, and what they came to', async () => {
    const [sale] = await one<Record<string, unknown>>(
      'select rate_per_hour_minor::int as rate, round(attended_minutes)::int as minutes, parts_minor::int as parts, cost_minor::int as cost, labour_minor::int as labour, profit_minor::int as profit, grade, specification from sales',
    );
    expect(sale).toEqual({
      rate: 1800,
      minutes: 30,
      parts: 0,
      cost: 800,
      labour: 900,
      // 90.00 less 7.20 fees, 9.00 of hands and its share of 8.00
      profit: 6580,
      grade: 'B',
      specification: { processor: 'Corvid' },
    });
  });
  it('charges a machine what went into it and stayed, and nothing for what came back', async () => {
    expect(
      await one(
        'select c.code, m.n, m.value_minor::int as value from movements m join components c on c.id = m.component_id order by c.code, m.n',
      ),
    ).toEqual([
      { code: 'P-0001', n: 0, value: null },
      { code: 'P-0001', n: 1, value: 350 },
      { code: 'P-0002', n: 0, value: null },
      { code: 'P-0002', n: 1, value: null },
      { code: 'P-0002', n: 2, value: null },
    ]);
    // and the ledger stands as it was: nothing in it can be changed
    await expect(client.query('update movements set value_minor = 1')).rejects.toThrow();
  });
  it('gives people names that are their own, forgets tokens, and the history is whole', async () => {
    expect(
      (await one<{ name: string }>('select name from "user" order by id')).map((row) => row.name),
    ).toEqual(['Bench', 'BENCH (2)', 'Person c']);
    expect(await one("select answer from command_keys where command = 'makeReportToken'")).toEqual([
      { answer: null },
    ]);
    expect(await one('select * from events_first_fault()')).toEqual([]);
  });
  it('keeps all leave that was given to machines, in one table', async () => {
    expect(
      await one(
        `select purpose, hash, right(run_id::text, 2) as run, "by", used_at is not null as used, opened from tokens order by purpose, hash`,
      ),
    ).toEqual([
      // what is confirmed is nobody's: it ends with its run
      { purpose: 'erase', hash: 'e', run: 'e1', by: null, used: false, opened: 0 },
      { purpose: 'report', hash: 'r', run: null, by: 'a', used: false, opened: 0 },
      { purpose: 'report', hash: 'u', run: null, by: 'a', used: true, opened: 0 },
      { purpose: 'run', hash: 'h', run: 'd1', by: 'a', used: false, opened: 0 },
      { purpose: 'self-test', hash: 'r', run: null, by: 'a', used: false, opened: 3 },
    ]);
  });
  it('keeps what clocks have taught, as one row a step', async () => {
    expect(await one('select ref, n, sum, squares from minute_samples')).toEqual([
      { ref: 'repaste', n: 3, sum: 60, squares: 1210 },
    ]);
  });
  it('counts tags on from the newest there is', async () => {
    expect(await one('select name, last from counters order by name')).toEqual([
      { name: 'part', last: 2 },
      { name: 'tag:LB', last: 2 },
    ]);
  });
  it('has the queue for long work, and no house’s tables but the shipped ones', async () => {
    expect(await one("select name from pgboss.queue where name not like '\\_%'")).toEqual([
      { name: 'shop-jobs' },
    ]);
    expect(await one('select * from house_tables')).toEqual([]);
    expect(await one('select distinct grade_house from units')).toEqual([{ grade_house: null }]);
  });
  it('can be brought up to date again without change', async () => {
    const url = new URL(inject('cluster'));
    url.pathname = '/omnitrope_earlier';
    await migrateDatabase(url.toString());
    expect(await one('select count(*)::int as n from record_values')).toEqual([{ n: 4 }]);
  });
  it('is not opened by an older version afterwards', async () => {
    const url = new URL(inject('cluster'));
    url.pathname = '/omnitrope_earlier';
    await expect(migrateDatabase(url.toString(), folderUpTo('0024_loose_drives'))).rejects.toThrow(
      /newer version/,
    );
  });
});
