import { eq } from 'drizzle-orm';
import Joi from 'joi';
import { database } from '@/db/client';
import { account, user } from '@/db/schema';
import { runCommand, type Actor, type Role } from '@/shop/command';
import { ShopError } from '@/shop/errors';
import { personAdded, ROLES } from '@/shop/people/commands';
import { getAuth, SHORTEST_PASSWORD } from './auth';

/** Makes a person who can sign in, or leaves one of that address as he is. @returns the person's id */
export async function makePerson(name: string, email: string, password: string, role: Role): Promise<string> {
  const [known] = await database().select({ id: user.id }).from(user).where(eq(user.email, email));
  if (known) return known.id;
  const context = await getAuth().$context;
  const made = await context.internalAdapter.createUser(
    { name, email, emailVerified: true, role },
    { method: 'email-password' },
  );
  await context.internalAdapter.linkAccount({
    userId: made.id,
    providerId: 'credential',
    accountId: made.id,
    password: await context.password.hash(password),
  });
  return made.id;
}

const shape = Joi.object({
  name: Joi.string().trim().min(1).max(60).required().label('name'),
  email: Joi.string().trim().lowercase().email({ tlds: false }).max(120).required().label('address'),
  password: Joi.string().min(SHORTEST_PASSWORD).max(120).required().label('password'),
  role: Joi.string()
    .valid(...ROLES)
    .required()
    .label('role'),
});

/** Somebody whose account was closed comes back: the same person on record, a new password, the role given now. */
async function letInAgain(
  id: string,
  { name, password, role }: { name: string; password: string; role: Role },
): Promise<string> {
  const context = await getAuth().$context;
  await database().update(user).set({ name, role }).where(eq(user.id, id));
  await context.internalAdapter.linkAccount({
    userId: id,
    providerId: 'credential',
    accountId: id,
    password: await context.password.hash(password),
  });
  return id;
}

/** An owner lets somebody in, or in again. @throws ShopError when the caller is none, the input is not well formed, or the address is taken */
export async function addPerson(actor: Actor, input: unknown): Promise<{ id: string }> {
  if (actor.role !== 'owner')
    throw new ShopError(
      'forbidden',
      `Your role (${actor.role}) can look but not do this. Ask somebody with the role owner.`,
    );
  const { value, error } = shape.validate(input, { abortEarly: false }) as {
    value: { name: string; email: string; password: string; role: Role };
    error?: Joi.ValidationError;
  };
  if (error)
    throw new ShopError('invalid', `Not done: ${error.details.map((detail) => detail.message).join('; ')}.`, {
      fields: Object.fromEntries(error.details.map((detail) => [detail.path.join('.'), detail.message])),
    });
  const [taken] = await database()
    .select({ id: user.id, name: user.name, account: account.id })
    .from(user)
    .leftJoin(account, eq(account.userId, user.id))
    .where(eq(user.email, value.email));
  if (taken?.account)
    throw new ShopError('conflict', `Not done: ${value.email} is ${taken.name}’s address already.`, {
      fields: { email: 'is taken' },
    });
  const id = taken
    ? await letInAgain(taken.id, value)
    : await makePerson(value.name, value.email, value.password, value.role);
  await runCommand(personAdded, actor, { input: { person: id, name: value.name, role: value.role } });
  return { id };
}
