import type pg from 'pg';

/** The role the shop serves with: it owns nothing, so that its password switches off no guard. */
export const SERVING_ROLE = 'omnitrope_app';

/** What is only ever added to. */
const APPEND_ONLY = ['events', 'event_seals'];

/**
 * Lets the serving role read and write what the shop reads and writes, and add to the history, but neither change it nor
 * make, alter or drop anything. Nothing is done where there is no such role: a database somebody brought along.
 */
export async function grantServing(client: pg.Client): Promise<void> {
  const { rowCount } = await client.query('select from pg_roles where rolname = $1', [SERVING_ROLE]);
  if (!rowCount) return;
  // of a database on its way up from an earlier version some are not there yet
  const { rows } = await client.query<{ name: string }>(
    'select name from unnest($1::text[]) as name where to_regclass(name) is not null',
    [APPEND_ONLY],
  );
  await client.query(`
    grant usage on schema public, pgboss to ${SERVING_ROLE};
    grant select, insert, update, delete on all tables in schema public, pgboss to ${SERVING_ROLE};
    ${rows.map(({ name }) => `revoke update, delete, truncate on ${name} from ${SERVING_ROLE};`).join(' ')}
    grant usage, select on all sequences in schema public, pgboss to ${SERVING_ROLE};
    grant execute on all functions in schema public, pgboss to ${SERVING_ROLE};
    revoke create on schema public from public;
  `);
}
