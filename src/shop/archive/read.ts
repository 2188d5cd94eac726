import { createHash } from 'node:crypto';
import { createReadStream, existsSync, renameSync } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { drizzle } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import tar from 'tar-stream';
import * as schema from '@/db/schema';
import { ShopError } from '@/errors';
import { firstFault } from '../history/check';
import { sealOf } from '../history/seal';
import { HEAD, headOf, SUMS, type ArchiveHead } from './head';
import { archivedTables, quoted, SCHEMA, SHOP_USED, USED_WORDS } from './tables';
import type { Tell } from './write';

/** Nothing in an archive of ours is larger. */
const MOST_ENTRY = 64_000_000;
const TABLE_PART = /^tables\/([a-z][a-z0-9_]{0,62})\/\d{6}\.jsonl$/;
const PICTURE_PART = /^pictures\/([0-9a-f-]{36})\.webp$/;

/** Whoever takes an archive in, and by what they are signed in; as JSON. */
interface Kept extends pg.QueryResultRow {
  person: string;
  account: string | null;
  sessions: string;
}

/** What came of taking one in. */
export interface TakenIn {
  rows: number;
  pictures: number;
  shop: string;
}

const refuse = (why: string) =>
  new ShopError('refused', `Not imported: ${why}. The shop is as it was before.`);

/**
 * Puts an archive in place of an empty shop: all of it or nothing. Its sums, its counts and its history are checked before
 * anything of it counts; entries are sealed anew under this shop's key. Whoever takes it in stays signed in, as an owner.
 * @param url the database, as its owner @param actor who takes it in
 * @throws ShopError in words: what does not fit, in which table and line
 */
export async function readArchive(url: string, file: string, actor: string, tell: Tell): Promise<TakenIn> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('begin');
    await client.query("set local statement_timeout = 0; set local timezone = 'UTC'");
    await refuseUsed(client);
    const taken = await takeAll(client, file, actor, tell);
    await client.query('commit');
    setAnchorsAside();
    return taken;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    if (error instanceof RangeError) throw refuse(error.message);
    throw error;
  } finally {
    await client.end();
  }
}

/** Only an empty shop takes an archive in: nothing anybody did is ever covered by it. */
async function refuseUsed(client: pg.Client): Promise<void> {
  const { rows } = await client.query<{ used: boolean }>(SHOP_USED);
  if (rows[0].used) throw refuse(USED_WORDS);
}

/** What was written down of the history of the shop that was here belongs to that one. */
function setAnchorsAside(): void {
  const place = process.env.OMNITROPE_ANCHORS;
  if (place && existsSync(place)) renameSync(place, `${place}.before-archive`);
}

async function takeAll(client: pg.Client, file: string, actor: string, tell: Tell): Promise<TakenIn> {
  const { rows: kept } = await client.query<Kept>(
    `select to_jsonb(u)::text as person, (select jsonb_agg(to_jsonb(a))::text from account a where a.user_id = u.id) as account,
       (select coalesce(jsonb_agg(to_jsonb(s)), '[]')::text from session s where s.user_id = u.id) as sessions
     from "user" u where u.id = $1`,
    [actor],
  );
  const put = new Putting(client);
  const sums = new Map<string, string>();
  let said: Record<string, string> | null = null;
  let done = 0;
  for await (const { name, bytes } of entriesOf(file)) {
    if (said) throw new RangeError(`after ${SUMS} comes ${name}: nothing may`);
    if (name === SUMS) {
      said = JSON.parse(bytes.toString('utf8')) as Record<string, string>;
      continue;
    }
    sums.set(name, createHash('sha256').update(bytes).digest('hex'));
    if (name === HEAD) await put.begin(headOf(bytes.toString('utf8')));
    else done += await put.entry(name, bytes);
    await tell(done, put.total);
  }
  if (!said || !put.head)
    throw new RangeError(`it has no ${said ? HEAD : SUMS}: it is cut off, or none of ours`);
  for (const [name, sum] of sums)
    if (said[name] !== sum) throw new RangeError(`${name} is not what was written into it`);
  const missing = Object.keys(said).find((name) => !sums.has(name));
  if (missing) throw new RangeError(`${missing} is missing`);
  await put.end(kept[0]);
  return {
    rows: put.head.tables.reduce((sum, { rows }) => sum + rows, 0),
    pictures: put.head.pictures,
    shop: put.head.shop,
  };
}

/** Files of an archive, one after the other, each whole. @throws RangeError when it is no archive, or cut off */
async function* entriesOf(file: string): AsyncGenerator<{ name: string; bytes: Buffer }> {
  const extract = tar.extract();
  const unzip = createGunzip();
  createReadStream(file)
    .on('error', (error) => extract.destroy(error))
    .pipe(unzip)
    .on('error', (error) => extract.destroy(error))
    .pipe(extract);
  try {
    for await (const entry of extract) {
      const { name, size = 0, type } = entry.header;
      if (type !== 'file') throw new RangeError(`${name} in it is no file`);
      if (size > MOST_ENTRY) throw new RangeError(`${name} in it is too large to be one of ours`);
      const chunks: Buffer[] = [];
      for await (const chunk of entry) chunks.push(chunk as Buffer);
      yield { name, bytes: Buffer.concat(chunks) };
    }
  } catch (error) {
    if (error instanceof RangeError || error instanceof ShopError || error instanceof pg.DatabaseError)
      throw error;
    if (
      error instanceof Error &&
      /unexpected end|incorrect header|invalid|checksum|Z_/i.test(
        `${error.message} ${(error as { code?: string }).code}`,
      )
    )
      // prettier-ignore
      throw new RangeError(`the file is no archive, or it is cut off (${error.message})`);
    throw error;
  }
}

/** Tables being filled, their constraints put off until all of it is there. */
class Putting {
  head: ArchiveHead | null = null;
  total = 0;
  private readonly rows = new Map<string, number>();
  private constraints: { table: string; name: string }[] = [];
  private months = new Set<string>();

  constructor(private readonly client: pg.Client) {}

  async begin(head: ArchiveHead): Promise<void> {
    if (this.head) throw new RangeError(`it has two of ${HEAD}`);
    if (head.schema !== SCHEMA)
      throw new RangeError(
        `it was made by ${head.schema > SCHEMA ? 'a newer' : 'an older'} version (${head.schema}, here ${SCHEMA}): bring both shops to the same version first`,
      );
    const tables = await archivedTables(this.client);
    const here = JSON.stringify(tables.map(({ name, columns }) => ({ name, columns })));
    const there = JSON.stringify(head.tables.map(({ name, columns }) => ({ name, columns })));
    if (here !== there) throw new RangeError('its tables are not those of this version');
    this.head = head;
    this.total = head.tables.reduce((sum, { rows }) => sum + rows, 0) + head.pictures;
    // the history refuses changes and numbers its entries; what comes has its numbers
    for (const { name } of tables)
      await this.client.query(`alter table ${quoted(name)} disable trigger user`);
    const { rows } = await this.client.query<{ table: string; name: string }>(
      `select r.relname as table, c.conname as name from pg_constraint c join pg_class r on r.oid = c.conrelid
       where c.contype = 'f' and c.connamespace = 'public'::regnamespace and c.conparentid = 0 and not c.condeferrable
         and r.relname = any($1)`,
      [tables.map(({ name }) => name)],
    );
    this.constraints = rows;
    for (const { table, name } of rows)
      await this.client.query(`alter table ${quoted(table)} alter constraint ${quoted(name)} deferrable initially deferred`); // prettier-ignore
    for (const { name } of tables) await this.client.query(`delete from ${quoted(name)}`);
    await this.client.query('alter table event_seals disable trigger user; delete from event_seals');
  }

  /** @returns rows or pictures it was */
  async entry(name: string, bytes: Buffer): Promise<number> {
    if (!this.head) throw new RangeError(`it does not begin with ${HEAD}`);
    const table = TABLE_PART.exec(name)?.[1];
    if (table) return this.lines(table, name, bytes);
    const picture = PICTURE_PART.exec(name)?.[1];
    if (!picture) throw new RangeError(`${name} in it is none of ours`);
    const webp = bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP';
    if (!webp) throw new RangeError(`${name} is no picture of ours`);
    const { rowCount } = await this.client.query(
      `update photos set stored = 'database', bytes = $2 where id = $1 and stored = 'objects'`,
      [picture, bytes],
    );
    if (rowCount !== 1) throw new RangeError(`${name} belongs to no photograph`);
    return 1;
  }

  private async lines(table: string, file: string, bytes: Buffer): Promise<number> {
    const known = this.head!.tables.find(({ name }) => name === table);
    if (!known) throw new RangeError(`${file}: there is no table ${table}`);
    const lines = bytes.toString('utf8').split('\n').filter(Boolean);
    if (table === 'reading_batches') await this.monthsOf(lines);
    const columns = known.columns.map(({ name }) => quoted(name)).join(', ');
    const insert = (some: readonly string[]) =>
      this.client.query(
        `insert into ${quoted(table)} (${columns}) overriding system value
         select ${columns} from jsonb_populate_recordset(null::${quoted(table)}, $1::jsonb)`,
        [`[${some.join(',')}]`],
      );
    await this.client.query('savepoint lines');
    try {
      await insert(lines);
    } catch (error) {
      // which line it was
      for (const [n, line] of lines.entries()) {
        await this.client.query('rollback to savepoint lines');
        const fault = await insert([line]).then(
          () => null,
          (own: Error) => own,
        );
        if (fault) throw new RangeError(`${file}, line ${n + 1}: ${fault.message}`);
      }
      throw new RangeError(`${file}: ${(error as Error).message}`);
    }
    await this.client.query('release savepoint lines');
    this.rows.set(table, (this.rows.get(table) ?? 0) + lines.length);
    return lines.length;
  }

  /** Samples lie by months: each has a table before its first comes. */
  private async monthsOf(lines: readonly string[]): Promise<void> {
    for (const line of lines) {
      const month = /"month": ?"(\d{4}-\d{2})-\d{2}"/.exec(line)?.[1];
      if (!month || this.months.has(month)) continue;
      this.months.add(month);
      await this.client.query('select samples_month($1::timestamptz)', [`${month}-15T00:00Z`]);
    }
  }

  /** Everything is in: it is looked at as a whole, and the shop is as shops are. */
  async end(kept: Kept): Promise<void> {
    const { client } = this;
    const head = this.head!;
    for (const { name, rows } of head.tables)
      if ((this.rows.get(name) ?? 0) !== rows)
        throw new RangeError(`of ${name} ${rows} rows are promised and ${this.rows.get(name) ?? 0} came`);
    const { rows: without } = await client.query<{ id: string }>(`select id from photos where stored = 'objects' limit 1`); // prettier-ignore
    if (without.length) throw new RangeError(`the picture ${without[0].id} is missing`);
    const owner = await this.keep(kept);
    await this.numbersOn();
    // what ran where it came from does not run here
    await client.query(`update reading_runs set ended_at = now(), ending = 'dropped' where ended_at is null`);
    await client.query(`update erasure_runs set state = 'ended', ending = 'dropped' where ending = ''`);
    await this.seal();
    const fault = await firstFault(drizzle(client, { schema }), new Map());
    if (fault) throw new RangeError(`its history does not hold: entry ${fault.seq}, ${fault.fault}`);
    const { rows: newest } = await client.query<{ hash: string }>('select hash from events order by seq desc limit 1'); // prettier-ignore
    if ((newest[0]?.hash ?? null) !== (head.history?.hash ?? null))
      throw new RangeError('its history ends otherwise than it says');
    try {
      await client.query('set constraints all immediate');
    } catch (error) {
      throw new RangeError(`it does not hold together: ${(error as Error).message}`);
    }
    for (const { table, name } of this.constraints)
      await client.query(`alter table ${quoted(table)} alter constraint ${quoted(name)} not deferrable`);
    for (const name of [...head.tables.map((table) => table.name), 'event_seals'])
      await client.query(`alter table ${quoted(name)} enable trigger user`);
    await this.told(owner);
  }

  /** Whoever takes it in goes on as an owner: as the person of the same address, where there is one. */
  private async keep({ person, account, sessions }: Kept): Promise<string> {
    const { client } = this;
    const own = JSON.parse(person) as { id: string; email: string };
    const { rows } = await client.query<{ id: string }>(`select id from "user" where lower(email) = lower($1) or id = $2 limit 1`, [own.email, own.id]); // prettier-ignore
    const id = rows[0]?.id ?? own.id;
    if (!rows[0])
      // two people never have the same name
      await client.query(
        `insert into "user" select p.* from jsonb_populate_record(null::"user", $1::jsonb ||
           case when exists (select from "user" where lower(name) = lower($1::jsonb ->> 'name'))
             then jsonb_build_object('name', left($1::jsonb ->> 'name', 50) || ' (here)') else '{}'::jsonb end) p`,
        [person],
      );
    await client.query(`update "user" set role = 'owner' where id = $1`, [id]);
    for (const [table, lines] of [
      ['account', account ?? '[]'],
      ['session', sessions],
    ] as const)
      await client.query(
        `insert into ${table} select * from jsonb_populate_recordset(null::${table}, (select coalesce(jsonb_agg(line || jsonb_build_object('user_id', $2::text)), '[]') from jsonb_array_elements($1::jsonb) line)) on conflict do nothing`,
        [lines, id],
      );
    return id;
  }

  /** What is numbered by the database goes on after the last. */
  private async numbersOn(): Promise<void> {
    const { client } = this;
    for (const { name, columns } of this.head!.tables)
      for (const column of columns) {
        const { rows } = await client.query<{ seq: string | null }>('select pg_get_serial_sequence($1, $2) as seq', [quoted(name), column.name]); // prettier-ignore
        if (rows[0].seq)
          await client.query(`select setval($1, greatest(1, (select coalesce(max(${quoted(column.name)}), 0) from ${quoted(name)})), exists (select from ${quoted(name)}))`, [rows[0].seq]); // prettier-ignore
      }
  }

  /** The first entry of its own: where all before it came from. */
  private async told(actor: string): Promise<void> {
    const head = this.head!;
    const rows = head.tables.reduce((sum, table) => sum + table.rows, 0);
    const payload = { rows, pictures: head.pictures, madeAt: head.madeAt, history: head.history?.seq ?? 0 };
    await this.client.query(
      `insert into events (seq, at, actor, actor_name, kind, payload, previous_hash, hash)
       select 0, now(), id, name, 'archive taken in', $2::jsonb, '', '' from "user" where id = $1`,
      [actor, JSON.stringify(payload)],
    );
    await this.seal();
  }

  /** Every entry that has none gets its seal. */
  private async seal(): Promise<void> {
    for (;;) {
      const { rows } = await this.client.query<{ seq: string; hash: string }>(
        `select seq, hash from events where seq > (select coalesce(max(seq), 0) from event_seals) order by seq limit 5000`,
      );
      if (rows.length === 0) return;
      await this.client.query(
        `insert into event_seals (seq, seal) select * from unnest($1::bigint[], $2::text[])`,
        [rows.map(({ seq }) => seq), rows.map(({ seq, hash }) => sealOf(Number(seq), hash))],
      );
    }
  }
}
