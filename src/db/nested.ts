import { getTableColumns, sql, type SQL, type SQLWrapper } from 'drizzle-orm';
import { PgDialect, QueryBuilder, type PgTable } from 'drizzle-orm/pg-core';

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

const dialect = new PgDialect();
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Stands for the ids in a query that is put into words once. */
export const theIds = sql.raw(`'@ids@'::uuid[]`);

/**
 * A query of machines, put into words once a process: it is long, and only the ids change.
 * @param make the query, with `theIds` for them @returns the query of some ids
 * @throws RangeError on what is no id
 */
export function ofIds(make: () => SQL): (ids: readonly string[]) => SQL {
  let text: string | undefined;
  return (ids) => {
    for (const id of ids) if (!UUID.test(id)) throw new RangeError(`not an id: ${id.slice(0, 40)}`);
    text ??= dialect.sqlToQuery(make().inlineParams()).sql;
    return sql.raw(text.replaceAll('@ids@', `{${ids.join()}}`));
  };
}
