import { and, asc, eq, ne, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { account, user } from '@/db/schema';

/** People of the shop; those who can sign in no more stay for the history. */
export async function people() {
  return database()
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      /** Sessions that stand, and the last time one of them was used. */
      sessions: sql<number>`(select count(*)::int from "session" s where s.user_id = "user"."id" and s.expires_at > now())`,
      lastSeen: sql<
        string | null
      >`(select max(s.updated_at) from "session" s where s.user_id = "user"."id" and s.expires_at > now())`,
      open: sql<boolean>`exists (select 1 from "account" a where a.user_id = "user"."id")`,
    })
    .from(user)
    .orderBy(asc(user.role), asc(user.name));
}

/** Everybody who works at a bench and can sign in. */
export async function benchHands() {
  return database()
    .selectDistinct({ id: user.id, name: user.name })
    .from(user)
    .innerJoin(account, and(eq(account.userId, user.id), ne(user.role, 'viewer')))
    .orderBy(asc(user.name));
}
