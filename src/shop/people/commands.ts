import { and, eq, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { account, session, user } from '@/db/schema';
import type { Transaction } from '@/db/client';
import { defineCommand, type Role } from '../command';
import { ShopError } from '../errors';
import { shortText } from '../input';

export const ROLES = ['owner', 'technician', 'viewer'] as const satisfies readonly Role[];
const person = Joi.string().max(80).required().label('person');

async function known(tx: Transaction, id: string) {
  const [row] = await tx.select().from(user).where(eq(user.id, id)).for('update');
  if (!row) throw new ShopError('missing', 'There is no such person.');
  return row;
}

/** A shop nobody owns can never be changed again. */
async function keepAnOwner(tx: Transaction, leaving: string): Promise<void> {
  // one change of owners at a time, so that two cannot leave at once
  await tx.execute(sql`select pg_advisory_xact_lock(7021411)`);
  const others = await tx
    .select({ id: user.id })
    .from(user)
    .innerJoin(account, eq(account.userId, user.id))
    .where(and(eq(user.role, 'owner'), ne(user.id, leaving)))
    .limit(1);
  if (others.length === 0)
    throw new ShopError(
      'refused',
      'Not done: this is the last owner who can sign in. Make somebody else an owner first.',
    );
}

/** Written by `server/people` once the account is there: who may come in from now on. */
export const personAdded = defineCommand<{ person: string; name: string; role: Role }, null>({
  name: 'personAdded',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    person,
    name: shortText('name', 60).required(),
    role: Joi.string()
      .valid(...ROLES)
      .required(),
  }),
  async run(_, input) {
    return { event: { kind: 'person added', payload: { ...input } }, answer: null };
  },
});

/** Another role; it counts from the person's next sign-in, which is now. */
export const setRole = defineCommand<{ person: string; role: Role }, null>({
  name: 'setRole',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    person,
    role: Joi.string()
      .valid(...ROLES)
      .required()
      .label('role'),
  }),
  async run({ tx }, input) {
    const row = await known(tx, input.person);
    if (row.role === input.role) throw new ShopError('refused', `${row.name} is ${input.role} already.`);
    if (row.role === 'owner') await keepAnOwner(tx, row.id);
    await tx.update(user).set({ role: input.role }).where(eq(user.id, row.id));
    await tx.delete(session).where(eq(session.userId, row.id));
    return {
      event: { kind: 'role', payload: { person: row.id, name: row.name, from: row.role, to: input.role } },
      answer: null,
    };
  },
});

/** The person signs in no more. What was done stays on record under the name. */
export const closePerson = defineCommand<{ person: string }, null>({
  name: 'closePerson',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ person }),
  async run({ tx }, input) {
    const row = await known(tx, input.person);
    if (row.role === 'owner') await keepAnOwner(tx, row.id);
    const gone = await tx.delete(account).where(eq(account.userId, row.id)).returning({ id: account.id });
    if (gone.length === 0) throw new ShopError('refused', `${row.name} cannot sign in already.`);
    await tx.delete(session).where(eq(session.userId, row.id));
    return { event: { kind: 'person closed', payload: { person: row.id, name: row.name } }, answer: null };
  },
});
