import { asc, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { user } from '@/db/schema';

/** People of the shop; those who can sign in no more stay for the history. */
export async function people() {
  return database()
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      open: sql<boolean>`exists (select 1 from "account" a where a.user_id = "user"."id")`,
    })
    .from(user)
    .orderBy(asc(user.role), asc(user.name));
}
