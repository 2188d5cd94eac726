import { getTableColumns, sql, type SQLWrapper } from 'drizzle-orm';
import { QueryBuilder, type PgTable } from 'drizzle-orm/pg-core';

/** Builds queries that travel inside another. */
export const query = new QueryBuilder();

/** All rows of a query as one value: several of them travel in one statement. */
export const rowsOf = (rows: SQLWrapper) => sql`(select coalesce(json_agg(r), '[]'::json) from ${rows} as r)`;

type Json = Record<string, unknown>;

/** A row of a table as a query of the table reads it, out of the JSON of that row. */
export function rowFrom<T extends PgTable>(table: T, json: Json): T['$inferSelect'] {
  return Object.fromEntries(
    Object.entries(getTableColumns(table)).map(([key, column]) => {
      const value = json[column.name] ?? null;
      return [key, value !== null && column.dataType === 'date' ? new Date(value as string) : value];
    }),
  ) as T['$inferSelect'];
}
