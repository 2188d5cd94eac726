import type pg from 'pg';
import journal from '@/db/migrations/meta/_journal.json';

/**
 * Tables of the shop that do not go into an archive: who signs in and by what, what is only true for a moment, what is
 * made anew where it comes to.
 */
const LEFT_OUT = new Set([
  // passwords, sign-ins, links that open something
  'account',
  'session',
  'verification',
  'sign_in_tries',
  'tokens',
  // of this computer and this moment
  'backups',
  'command_keys',
  'jobs',
  'worker_beats',
  'day_plan',
  // under the key of the shop they stand in: made anew
  'event_seals',
]);

/** A photograph's picture stands beside the tables, as a file. */
export const PICTURES = { table: 'photos', column: 'bytes' };

export interface ArchivedColumn {
  name: string;
  type: string;
}

/** A table as it stands in an archive; `key`: what its rows are ordered by. */
export interface ArchivedTable {
  name: string;
  columns: ArchivedColumn[];
  key: string[];
}

/** Somebody has worked in this shop: nothing is put in its place. */
export const SHOP_USED =
  'select exists (select from lots) or exists (select from units) or exists (select from components) as used';
export const USED_WORDS =
  'this shop already has lots, machines or parts. Only an empty shop can import an archive';

export const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

/** Every table of the shop that goes into an archive, with its columns, by name. */
export async function archivedTables(client: pg.Client): Promise<ArchivedTable[]> {
  const { rows } = await client.query<ArchivedTable>(`
    select c.relname as name,
      (select json_agg(json_build_object('name', a.attname, 'type', format_type(a.atttypid, a.atttypmod)) order by a.attnum)
        from pg_attribute a where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = '') as columns,
      coalesce((select json_agg(a.attname order by k.n) from pg_index i
        cross join lateral unnest(i.indkey) with ordinality as k(attnum, n)
        join pg_attribute a on a.attrelid = c.oid and a.attnum = k.attnum
        where i.indrelid = c.oid and i.indisprimary), '[]'::json) as key
    from pg_class c
    where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p') and not c.relispartition
    order by c.relname`);
  return rows.filter(({ name }) => !LEFT_OUT.has(name));
}

/** How often this version has brought the schema further: an archive is taken in by a version that stands where it stood. */
export const SCHEMA = journal.entries.length;
