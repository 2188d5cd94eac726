import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import type { Actor, Role } from '@/shop/command';
import { ShopError } from '@/shop/errors';
import { getAuth } from './auth';

/** Who is signed in, once a request. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const found = await getAuth().api.getSession({ headers: await headers() });
  if (!found) return null;
  return {
    id: found.user.id,
    name: found.user.name,
    role: ((found.user as { role?: string }).role as Role) ?? 'viewer',
  };
});

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
