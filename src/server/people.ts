import { eq } from 'drizzle-orm';
import { database } from '@/db/client';
import { user } from '@/db/schema';
import type { Role } from '@/shop/command';
import { getAuth } from './auth';

/** Makes a person who can sign in, or leaves one of that address as he is. @returns the person's id */
export async function makePerson(name: string, email: string, password: string, role: Role): Promise<string> {
  const [known] = await database().select({ id: user.id }).from(user).where(eq(user.email, email));
  if (known) return known.id;
  const context = await getAuth().$context;
  const made = await context.internalAdapter.createUser({ name, email, emailVerified: true, role }, { method: 'email-password' });
  await context.internalAdapter.linkAccount({ userId: made.id, providerId: 'credential', accountId: made.id, password: await context.password.hash(password) });
  return made.id;
}
