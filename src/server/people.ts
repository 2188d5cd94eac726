import Joi from 'joi';
import { database } from '@/db/client';
import { checkedInput } from '@/shop/input';
import { type Actor, type Role } from '@/shop/command';
import { runCommand } from '@/shop/runner';
import { ShopError } from '@/shop/errors';
import { addPersonCommand, putPerson, ROLES, setPasswordCommand } from '@/shop/people/commands';
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from './auth';
import { hash } from './password';

interface Asked {
  name: string;
  email: string;
  password: string;
  role: Role;
}

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
  const { password, ...asked } = checkedInput<Asked>(shape, input);
  const passwordHash = await hash(password);
  return (await runCommand(addPersonCommand, actor, { input: { ...asked, passwordHash } })).answer;
}

const passwordShape = Joi.object({
  person: Joi.string().max(80).required().label('person'),
  password: Joi.string().min(SHORTEST_PASSWORD).max(LONGEST_PASSWORD).required().label('password'),
});

/**
 * Another password; everybody who was signed in as this person is signed out.
 * @throws ShopError when the caller may not, or the password is too short
 */
export async function setPassword(actor: Actor, input: unknown): Promise<null> {
  const { person, password } = checkedInput<{ person: string; password: string }>(passwordShape, input);
  if (actor.role !== 'owner' && actor.id !== person)
    throw new ShopError('forbidden', 'Only an owner sets another person’s password.');
  const passwordHash = await hash(password);
  return (await runCommand(setPasswordCommand, actor, { input: { person, passwordHash } })).answer;
}
