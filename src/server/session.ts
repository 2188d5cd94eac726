import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { database } from '@/db/client';
import type { Actor } from '@/shop/command';
import { ShopError } from '@/errors';
import { personNow } from '@/shop/standing';
import { getAuth } from './auth';

/** A session of a person whose account stands, by the database. Null: signed out, closed, or never here. */
export async function actorOf(requestHeaders: Headers): Promise<Actor | null> {
  const found = await getAuth().api.getSession({ headers: requestHeaders });
  return found ? personNow(database(), found.user.id) : null;
}

/** Who is signed in, once a request. */
export const currentActor = cache(async (): Promise<Actor | null> => actorOf(await headers()));

/** For pages: the person, or the way to the door. */
export async function requireActor(): Promise<Actor> {
  const actor = await currentActor();
  if (!actor) redirect('/sign-in');
  return actor;
}

/** For route handlers: the person, or a plain refusal. */
export async function requireActorForApi(): Promise<Actor> {
  const actor = await currentActor();
  if (!actor) throw new ShopError('signed-out', 'You are signed out. Sign in again; nothing was saved.');
  return actor;
}

/** For route handlers that are the owner's. @throws ShopError for everybody else */
export async function requireOwnerForApi(): Promise<Actor> {
  const actor = await requireActorForApi();
  if (actor.role !== 'owner') throw new ShopError('forbidden', 'Only an owner may do this.');
  return actor;
}

/** For route handlers that are for people at the benches. @throws ShopError for those who may only look */
export async function requireBenchForApi(): Promise<Actor> {
  const actor = await requireActorForApi();
  if (actor.role === 'viewer')
    throw new ShopError('forbidden', 'Your role (viewer) can look but not do this.');
  return actor;
}
