import { randomUUID } from 'node:crypto';
import { and, eq, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { constraintOf } from '@/db/failure';
import { account, session, user } from '@/db/schema';
import type { Transaction } from '@/db/client';
import { defineCommand, type Role } from '../command';
import { ShopError } from '@/errors';
import { endTokensOf } from '../tokens/keep';

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

/** A name as it stands in the history: no two alike, no signs that cannot be seen. */
const personName = Joi.string()
  .custom((value: string) =>
    value
      .normalize('NFKC')
      .replace(/[\p{C}\s]+/gu, ' ')
      .trim(),
  )
  .min(1)
  .max(60)
  .label('name');

/** The only words the database's own rules on people come with. */
function taken(error: unknown, input: { name?: string; email?: string }): never {
  const constraint = constraintOf(error);
  if (constraint === 'user_name_once')
    throw new ShopError('conflict', `Not done: somebody is called ${input.name} already.`, {
      fields: { name: 'is taken' },
    });
  if (constraint === 'user_email_unique')
    throw new ShopError('conflict', `Not done: ${input.email} is somebody’s address already.`, {
      fields: { email: 'is taken' },
    });
  throw error;
}

export interface NewPerson {
  name: string;
  email: string;
  role: Role;
  /** Never the password itself. */
  passwordHash: string;
}

/**
 * A person and the way in, or, for an address whose account was closed, the same person in again.
 * @returns the person's id
 */
export async function putPerson(tx: Transaction, input: NewPerson): Promise<string> {
  const [before] = await tx
    .select({ id: user.id, name: user.name, account: account.id })
    .from(user)
    .leftJoin(account, eq(account.userId, user.id))
    .where(eq(user.email, input.email));
  if (before?.account)
    throw new ShopError('conflict', `Not done: ${input.email} is ${before.name}’s address already.`, {
      fields: { email: 'is taken' },
    });
  const id = before?.id ?? randomUUID();
  const now = new Date();
  const { name, email, role } = input;
  try {
    if (before) await tx.update(user).set({ name, role, updatedAt: now }).where(eq(user.id, id));
    else await tx.insert(user).values({ id, name, email, role, emailVerified: true });
    await tx.insert(account).values({
      id: randomUUID(),
      accountId: id,
      providerId: 'credential',
      userId: id,
      password: input.passwordHash,
    });
  } catch (error) {
    taken(error, input);
  }
  return id;
}

/** An owner lets somebody in, or in again. The caller (`server/people`) has made the password's hash. */
export const addPersonCommand = defineCommand({
  name: 'addPerson',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    name: personName.required(),
    email: Joi.string().max(120).required(),
    passwordHash: Joi.string().max(400).required(),
    role: Joi.string()
      .valid(...ROLES)
      .required(),
  }),
  async run({ tx }, input) {
    const person = await putPerson(tx, input);
    const { name, role } = input;
    return { event: { kind: 'person added', payload: { person, name, role } }, answer: { id: person } };
  },
});

/**
 * Another name. What was done under the old one keeps it in the history, and this entry says whose it was.
 */
export const renamePerson = defineCommand({
  name: 'renamePerson',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ person, name: personName.required() }),
  async run({ tx }, input) {
    const row = await known(tx, input.person);
    if (row.name === input.name) throw new ShopError('refused', `That is ${row.name}’s name already.`);
    try {
      await tx.update(user).set({ name: input.name, updatedAt: new Date() }).where(eq(user.id, row.id));
    } catch (error) {
      taken(error, input);
    }
    return {
      event: { kind: 'person renamed', payload: { person: row.id, from: row.name, to: input.name } },
      answer: null,
    };
  },
});

/** What a person could still do somewhere else ends: sessions, and the leave given to machines. */
async function endEverywhere(tx: Transaction, id: string): Promise<void> {
  await tx.delete(session).where(eq(session.userId, id));
  await endTokensOf(tx, id);
}

/** Another role; it counts from the person's next sign-in, which is now. */
export const setRole = defineCommand({
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
    await endEverywhere(tx, row.id);
    return {
      event: {
        person: row.id,
        kind: 'role',
        payload: { person: row.id, name: row.name, from: row.role, to: input.role },
      },
      answer: null,
    };
  },
});

/** The person signs in no more. What was done stays on record under the name. */
export const closePerson = defineCommand({
  name: 'closePerson',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ person }),
  async run({ tx }, input) {
    const row = await known(tx, input.person);
    if (row.role === 'owner') await keepAnOwner(tx, row.id);
    const gone = await tx.delete(account).where(eq(account.userId, row.id)).returning({ id: account.id });
    if (gone.length === 0) throw new ShopError('refused', `${row.name} cannot sign in already.`);
    await endEverywhere(tx, row.id);
    return {
      event: { person: row.id, kind: 'person closed', payload: { person: row.id, name: row.name } },
      answer: null,
    };
  },
});

/**
 * Another password, by an owner or by the person. Whoever still used the old one is signed out. The caller
 * (`server/people`) has made its hash.
 */
export const setPasswordCommand = defineCommand({
  name: 'setPassword',
  // one's own is anybody's to set; another's only an owner's
  roles: ['owner', 'technician'],
  anybody: true,
  onUnit: false,
  input: Joi.object({ person, passwordHash: Joi.string().max(400).required() }),
  async run({ tx, actor }, input) {
    if (actor.role !== 'owner' && actor.id !== input.person)
      throw new ShopError('forbidden', 'Only an owner sets another person’s password.');
    const row = await known(tx, input.person);
    const set = await tx
      .update(account)
      .set({ password: input.passwordHash })
      .where(eq(account.userId, row.id))
      .returning({ id: account.id });
    if (set.length === 0) throw new ShopError('refused', `${row.name} cannot sign in: let them in again.`);
    await endEverywhere(tx, row.id);
    return {
      event: { person: row.id, kind: 'password set', payload: { person: row.id, name: row.name } },
      answer: null,
    };
  },
});

/** Ends every session of a person: a phone left behind, a bench left signed in. */
export const signOutPerson = defineCommand({
  name: 'signOutPerson',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ person }),
  async run({ tx }, input) {
    const row = await known(tx, input.person);
    const gone = await tx.delete(session).where(eq(session.userId, row.id)).returning({ id: session.id });
    if (gone.length === 0) throw new ShopError('refused', `${row.name} is signed in nowhere.`);
    return {
      event: {
        person: row.id,
        kind: 'signed out',
        payload: { person: row.id, name: row.name, sessions: gone.length },
      },
      answer: { sessions: gone.length },
    };
  },
});
