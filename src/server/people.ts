import { and, eq } from 'drizzle-orm';
import Joi from 'joi';
import { database } from '@/db/client';
import { account, user } from '@/db/schema';
import { checkedInput } from '@/shop/input';
import { type Actor, type Role } from '@/shop/command';
import { runCommand } from '@/shop/runner';
import { ShopError } from '@/errors';
import { addPersonCommand, putPerson, ROLES, setPasswordCommand } from '@/shop/people/commands';
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from './auth';
import { hash, verify } from './password';

const shape = Joi.object({
  name: Joi.string().trim().min(1).max(60).required().label('name'),
  email: Joi.string().trim().lowercase().email({ tlds: false }).max(120).required().label('address'),
  password: Joi.string().min(SHORTEST_PASSWORD).max(LONGEST_PASSWORD).required().label('password'),
  role: Joi.string()
    .valid(...ROLES)
    .required()
    .label('role'),
});

/**
 * Makes a person who can sign in, before there is an owner to ask.
 * @throws ShopError when the name or address is taken
 */
export async function makePerson(name: string, email: string, password: string, role: Role): Promise<string> {
  const passwordHash = await hash(password);
  return database().transaction((tx) => putPerson(tx, { name, email, passwordHash, role }));
}

/**
 * An owner lets somebody in, or in again.
 * @throws ShopError when the caller is none, the input is not well formed, or the address is taken
 */
export async function addPerson(actor: Actor, input: unknown): Promise<{ id: string }> {
  if (actor.role !== 'owner')
    throw new ShopError(
      'forbidden',
      `Your role (${actor.role}) can look but not do this. Ask somebody with the role owner.`,
    );
  const { password, ...asked } = checkedInput(shape, input);
  const passwordHash = await hash(password);
  return (await runCommand(addPersonCommand, actor, { input: { ...asked, passwordHash } })).answer;
}

const passwordShape = Joi.object({
  person: Joi.string().max(80).required().label('person'),
  password: Joi.string().min(SHORTEST_PASSWORD).max(LONGEST_PASSWORD).required().label('password'),
  present: Joi.string().max(LONGEST_PASSWORD).label('present password'),
});

/** Guessed first by whoever guesses. Common practice; a longer list is no better against ten tries and a slowed door. */
const PLAINEST =
  /^(.)\1+$|^(password|passwort|qwertz?uiop?|letmein|welcome|omnitrope|saltmarsh)\W*\d*\W*$|^(0?123456789\d*|9876543210?)$/i;

/** @throws ShopError for one that is guessed first */
function refusePlain(password: string, name: string): void {
  const plain = password.trim().toLowerCase();
  if (PLAINEST.test(plain) || (name.length > 2 && plain.replace(/\W*\d*$/, '') === name.toLowerCase()))
    throw new ShopError('invalid', 'Not set: that password is among the first anybody would guess.', {
      fields: { password: 'is too plain' },
    });
}

/**
 * Another password; everybody who was signed in as this person is signed out. One's own, whatever the role, with the
 * present one: a bench stays signed in for days.
 * @throws ShopError when the caller may not, the present one is wrong, or the new one is too short or too plain
 */
export async function setPassword(actor: Actor, input: unknown): Promise<null> {
  const { person, password, present } = checkedInput(passwordShape, input);
  const own = actor.id === person;
  if (actor.role !== 'owner' && !own)
    throw new ShopError('forbidden', 'Only an owner sets another person’s password.');
  if (own) {
    const [row] = await database()
      .select({ hash: account.password })
      .from(account)
      .where(and(eq(account.userId, person), eq(account.providerId, 'credential')));
    if (!row?.hash || !present || !(await verify({ hash: row.hash, password: present })))
      throw new ShopError('refused', 'Not set: that is not your present password.', {
        fields: { present: present ? 'is not right' : 'is missing' },
      });
  }
  const [named] = await database().select({ name: user.name }).from(user).where(eq(user.id, person));
  refusePlain(password, named?.name ?? '');
  const passwordHash = await hash(password);
  return (await runCommand(setPasswordCommand, actor, { input: { person, passwordHash } })).answer;
}
