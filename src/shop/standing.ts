import { eq, sql } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { user } from '@/db/schema';
import type { Actor, Role } from './command';
import { ShopError } from './errors';

/**
 * A person as the database knows them this moment: nothing that was remembered elsewhere counts. Null: there
 * is none, or the account is closed.
 */
export async function personNow(
  tx: Transaction | Database,
  id: string,
  hold = false,
): Promise<{ id: string; name: string; role: Role } | null> {
  const query = tx
    .select({ id: user.id, name: user.name, role: user.role })
    .from(user)
    .where(sql`${eq(user.id, id)} and exists (select 1 from "account" a where a.user_id = ${user.id})`);
  const [row] = hold ? await query.for('share') : await query;
  return row ? { ...row, role: row.role as Role } : null;
}

export const notYours = (role: string, roles: readonly string[]) =>
  new ShopError(
    'forbidden',
    `Your role (${role}) can look but not do this. Ask somebody with the role ${roles.join(' or ')}.`,
  );

/**
 * Whoever acts, by what the database says of them now, and allowed to. An owner's act holds the role until it
 * is done, so that two cannot take it from each other at once.
 * @throws ShopError 'signed-out' when the account is closed, 'forbidden' when the role may not
 */
export async function standing(tx: Transaction, actor: Actor, roles: readonly string[]): Promise<Actor> {
  const ownersOnly = !roles.includes('technician');
  const person = await personNow(tx, actor.id, ownersOnly);
  if (!person) throw new ShopError('signed-out', 'Not done: this account is closed. Ask the owner.');
  if (!roles.includes(person.role)) throw notYours(person.role, roles);
  return { ...person, name: actor.via ? `${person.name}, ${actor.via}` : person.name, via: actor.via };
}
