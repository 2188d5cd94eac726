import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { once } from 'node:events';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import pg from 'pg';
import tar from 'tar-stream';
import type { photos } from '@/db/schema';
import { bytesOf } from '../photos/store';
import { FORMAT, HEAD, picturePart, SUMS, tablePart, type ArchiveHead } from './head';
import { archivedTables, PICTURES, quoted, SCHEMA } from './tables';

/** Rows of a file of a table: as many as are held at once. */
const ROWS = 1_000;

/** How far it is: rows and pictures. */
export type Tell = (done: number, total: number) => Promise<void>;

type Picture = Pick<typeof photos.$inferSelect, 'id' | 'stored' | 'bytes'>;

/**
 * Writes everything of a shop, as it is at one moment, into one file: a row a line, pictures beside, and sums of all of
 * it at the end. Under its own name only when it is whole.
 * @param url the database @param file where it goes
 */
export async function writeArchive(url: string, file: string, tell: Tell): Promise<ArchiveHead> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const part = `${file}.part`;
  try {
    await client.query('begin isolation level repeatable read read only');
    await client.query('set local statement_timeout = 0');
    const head = await headNow(client);
    const pack = tar.pack();
    const zip = createGzip();
    const written = pipeline(pack, zip, createWriteStream(part, { mode: 0o600 }));
    const sums: Record<string, string> = {};
    const put = async (name: string, bytes: Buffer) => {
      sums[name] = createHash('sha256').update(bytes).digest('hex');
      pack.entry({ name, size: bytes.length, mode: 0o600 }, bytes);
      // no further than the disk follows
      if (zip.writableNeedDrain) await Promise.race([once(zip, 'drain'), written]);
    };
    const total = head.tables.reduce((sum, { rows }) => sum + rows, 0) + head.pictures;
    let done = 0;
    const filled = async () => {
      await put(HEAD, Buffer.from(JSON.stringify(head, null, 2)));
      for (const table of head.tables) {
        let n = 0;
        for await (const lines of rowsOf(client, table)) {
          await put(tablePart(table.name, ++n), Buffer.from(`${lines.join('\n')}\n`));
          await tell((done += lines.length), total);
        }
      }
      for await (const picture of picturesOf(client)) {
        await put(picturePart(picture.id), await bytesOf(picture));
        await tell(++done, total);
      }
      await put(SUMS, Buffer.from(JSON.stringify(sums)));
      pack.finalize();
    };
    await Promise.all([
      filled().catch((error: Error) => {
        pack.destroy(error);
        throw error;
      }),
      written,
    ]);
    await rename(part, file);
    return head;
  } finally {
    await rm(part, { force: true });
    await client.end();
  }
}

async function headNow(client: pg.Client): Promise<ArchiveHead> {
  const one = async <T extends pg.QueryResultRow>(sql: string) => (await client.query<T>(sql)).rows[0];
  const tables: ArchiveHead['tables'] = [];
  for (const table of await archivedTables(client)) {
    const { n } = await one<{ n: number }>(`select count(*)::int as n from ${quoted(table.name)}`);
    tables.push({ ...table, rows: n });
  }
  const newest = await one<{ seq: string; hash: string }>(
    'select seq, hash from events order by seq desc limit 1',
  );
  return {
    format: FORMAT,
    version: 1,
    schema: SCHEMA,
    madeAt: new Date().toISOString(),
    shop: (await one<{ name: string }>('select name from shop')).name,
    history: newest ? { seq: Number(newest.seq), hash: newest.hash } : null,
    tables,
    pictures: tables.find(({ name }) => name === PICTURES.table)?.rows ?? 0,
  };
}

/** Rows of a table as lines, so many at once. A photograph's picture is not among them. */
async function* rowsOf(
  client: pg.Client,
  { name, key }: ArchiveHead['tables'][number],
): AsyncGenerator<string[]> {
  const order = key.length ? key.map(quoted).join(', ') : 't::text';
  // where its picture lies is for whoever takes it in to say
  const row =
    name === PICTURES.table
      ? `to_jsonb(t) - '${PICTURES.column}' || '{"stored": "objects"}'::jsonb`
      : 'to_jsonb(t)';
  await client.query(
    `declare line no scroll cursor for select (${row})::text as line from ${quoted(name)} t order by ${order}`,
  );
  for (;;) {
    const { rows } = await client.query<{ line: string }>(`fetch ${ROWS} from line`);
    if (rows.length) yield rows.map(({ line }) => line);
    if (rows.length < ROWS) break;
  }
  await client.query('close line');
}

async function* picturesOf(client: pg.Client): AsyncGenerator<Picture> {
  let after = '';
  for (;;) {
    const { rows } = await client.query<Picture>(
      `select id, stored, bytes from photos where id::text > $1 order by id::text limit 20`,
      [after],
    );
    yield* rows;
    if (rows.length < 20) return;
    after = rows.at(-1)!.id;
  }
}
