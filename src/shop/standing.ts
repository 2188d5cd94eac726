import { eq, sql } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { commandKeys, user } from '@/db/schema';
import type { Actor, Role } from './command';
import { ShopError } from '@/errors';

/** A caller's own key of an act, as it is claimed. */
export type Claim = Pick<typeof commandKeys.$inferInsert, 'key' | 'command' | 'actor'> & {
  inputHash: string;
};

const PERSON = { id: user.id, name: user.name, role: user.role };
const hasAccount = (id: string) =>
  sql`${eq(user.id, id)} and exists (select 1 from "account" a where a.user_id = ${user.id})`;

/**
 * A person as the database knows them this moment: nothing that was remembered elsewhere counts. Null: there
 * is none, or the account is closed.
 */
export async function personNow(
  tx: Transaction | Database,
  id: string,
): Promise<{ id: string; name: string; role: Role } | null> {
  const [row] = await tx.select(PERSON).from(user).where(hasAccount(id));
  return row ? { ...row, role: row.role as Role } : null;
}

export const notYours = (role: string, roles: readonly string[]) =>
  new ShopError(
    'forbidden',
    `Your role (${role}) can look but not do this. Ask somebody with the role ${roles.join(' or ')}.`,
  );

/**
 * Whoever acts, by what the database says of them now, and allowed to; the key of the act is claimed with it. An
 * owner's act holds the role until it is done, so that two cannot take it from each other at once.
 * @returns `claimed`: the key was used for nothing before
 * @throws ShopError 'signed-out' when the account is closed, 'forbidden' when the role may not
 */
export async function standing(
  tx: Transaction,
  actor: Actor,
  roles: readonly string[],
  claim: Claim | null = null,
): Promise<{ actor: Actor; claimed: boolean }> {
  const mine =
    claim &&
    tx
      .$with('mine')
      .as(tx.insert(commandKeys).values(claim).onConflictDoNothing().returning({ key: commandKeys.key }));
  const query = (mine ? tx.with(mine) : tx)
    .select({ ...PERSON, claimed: mine ? sql<boolean>`exists (select 1 from mine)` : sql<boolean>`true` })
    .from(user)
    .where(hasAccount(actor.id));
  const ownersOnly = !roles.includes('technician');
  const [person] = await (ownersOnly ? query.for('share', { of: user }) : query);
  if (!person) throw new ShopError('signed-out', 'Not done: this account is closed. Ask the owner.');
  if (!roles.includes(person.role)) throw notYours(person.role, roles);
  const { claimed, id, name } = person;
  return {
    actor: {
      id,
      role: person.role as Role,
      name: actor.via ? `${name}, ${actor.via}` : name,
      via: actor.via,
    },
    claimed,
  };
}
