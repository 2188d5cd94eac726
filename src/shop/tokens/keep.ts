import { and, eq, gt, isNull, lt, sql } from 'drizzle-orm';
import { database, type Transaction } from '@/db/client';
import { tokens, units, type TokenPurpose } from '@/db/schema';
import type { Actor } from '../command';
import { isToken, newToken, tokenHash } from './signs';

interface Leave {
  purpose: TokenPurpose;
  unitId: string | null;
  runId?: string;
  /** What a calendar shows. */
  subject?: string;
  minutes: number;
  /** The key of the command that gives it, so that the same token can be made again for a lost answer. */
  key: string | undefined;
}

/** The one row of a token. */
export const its = (purpose: TokenPurpose, token: string) =>
  and(eq(tokens.purpose, purpose), eq(tokens.hash, tokenHash(purpose, token)));

/** Gives leave. Six letters of a unit end the ones it had before for the same. */
export async function giveToken(
  tx: Transaction,
  actor: Actor,
  { purpose, unitId, runId, subject, minutes, key }: Leave,
): Promise<{ token: string; expiresAt: Date }> {
  const token = newToken(purpose, key);
  const expiresAt = new Date(Date.now() + minutes * 60_000);
  if (!runId)
    await tx
      .delete(tokens)
      .where(and(eq(tokens.purpose, purpose), eq(tokens.unitId, unitId!), isNull(tokens.usedAt)));
  // so short a token comes again after many: what ran out gives way
  await tx.delete(tokens).where(and(its(purpose, token), lt(tokens.expiresAt, new Date())));
  await tx.insert(tokens).values({
    purpose,
    hash: tokenHash(purpose, token),
    unitId,
    runId,
    subject,
    by: actor.id,
    byName: actor.name,
    expiresAt,
  });
  return { token, expiresAt };
}

type Row = typeof tokens.$inferSelect;
export type TokenState = { state: 'good'; row: Row } | { state: 'wrong' | 'used' | 'expired' };

/** What a token is worth now; changes nothing. */
export async function tokenState(purpose: TokenPurpose, token: string): Promise<TokenState> {
  const [row] = await database().select().from(tokens).where(its(purpose, token));
  if (!row) return { state: 'wrong' };
  if (row.usedAt) return { state: 'used' };
  return row.expiresAt.getTime() < Date.now() ? { state: 'expired' } : { state: 'good', row };
}

export type LettersState =
  | {
      state: 'good';
      unitId: string;
      tag: string;
      chassis: (typeof units.$inferSelect)['chassis'];
      actor: Actor;
    }
  | { state: 'wrong' | 'used' | 'expired' };

/** What six letters open: one unit, for who gave them. Of a machine that has left they open nothing. */
export async function lettersState(
  purpose: 'report' | 'self-test',
  token: string,
  via: string,
): Promise<LettersState> {
  const found = isToken(token) ? await tokenState(purpose, token) : { state: 'wrong' as const };
  if (found.state !== 'good') return found;
  const { unitId, by, byName } = found.row;
  const [unit] = await database().select().from(units).where(eq(units.id, unitId!));
  if (unit.stage === 'sold' || unit.stage === 'gone') return { state: 'expired' };
  const actor: Actor = { id: by!, name: byName, role: 'technician', via };
  return { state: 'good', unitId: unit.id, tag: unit.tag, chassis: unit.chassis, actor };
}

/** Uses a token up. @returns whether it was good */
export async function spendToken(tx: Transaction, purpose: TokenPurpose, token: string): Promise<boolean> {
  const used = await tx
    .update(tokens)
    .set({ usedAt: new Date() })
    .where(and(its(purpose, token), isNull(tokens.usedAt), gt(tokens.expiresAt, sql`now()`)))
    .returning({ hash: tokens.hash });
  return used.length > 0;
}

/** A page it opens was opened. */
export const heardFrom = (purpose: TokenPurpose, token: string) =>
  database()
    .update(tokens)
    .set({ heardAt: new Date(), opened: sql`${tokens.opened} + 1` })
    .where(its(purpose, token));

/** From here on it is nobody's: it ends with its run, whatever becomes of who asked for it. */
export const leaveToItsRun = (tx: Transaction, runId: string) =>
  tx.update(tokens).set({ by: null }).where(eq(tokens.runId, runId));

/** Calendars that are read with a token, by who gave it. */
export const calendarTokens = (by: string) =>
  database()
    .select({
      run: tokens.runId,
      subject: tokens.subject,
      heardAt: tokens.heardAt,
      expiresAt: tokens.expiresAt,
    })
    .from(tokens)
    .where(and(eq(tokens.purpose, 'calendar'), eq(tokens.by, by), gt(tokens.expiresAt, sql`now()`)))
    .orderBy(tokens.subject);

/** Ends one calendar of a person's. @returns what it showed; null: there is none */
export async function endCalendarToken(tx: Transaction, run: string, by: string): Promise<string | null> {
  const [gone] = await tx
    .delete(tokens)
    .where(and(eq(tokens.purpose, 'calendar'), eq(tokens.runId, run), eq(tokens.by, by)))
    .returning({ subject: tokens.subject });
  return gone?.subject ?? null;
}

/** All leave a person gave to machines ends. What was sent under it stays. */
export const endTokensOf = (tx: Transaction, person: string) =>
  tx.delete(tokens).where(and(eq(tokens.by, person), isNull(tokens.usedAt)));
