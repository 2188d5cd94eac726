import pg from 'pg';
import { inject } from 'vitest';

/** What the shop's database says, read beside it. */
export async function rowsOf<T extends pg.QueryResultRow>(sql: string, given: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: inject('databaseUrl') });
  await client.connect();
  const { rows } = await client.query<T>(sql, given);
  await client.end();
  return rows;
}

export const idOf = async (table: 'components' | 'units', column: 'code' | 'tag', name: string) =>
  (await rowsOf<{ id: string }>(`select id from ${table} where ${column} = $1`, [name]))[0].id;
