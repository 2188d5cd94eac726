import { and, desc, eq, sql } from 'drizzle-orm';
import type { EventKind } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { events } from '@/db/schema';
import { OWN_HOUR_MS } from '@/core/record/back';
import type { Actor } from '../command';
import { ShopError } from '@/errors';

/** The newest entry of a kind about a unit that has not been taken back. @param about fields its payload has to have */
export async function lastEntry(
  tx: Transaction,
  unitId: string,
  kind: EventKind,
  about: Readonly<Record<string, string>> = {},
) {
  const [row] = await tx
    .select({ seq: events.seq, at: events.at, actor: events.actor, payload: events.payload })
    .from(events)
    .where(
      and(
        eq(events.unitId, unitId),
        eq(events.kind, kind),
        sql`${events.payload} @> ${JSON.stringify(about)}::jsonb`,
        sql`not exists (select 1 from events back where back.unit_id = ${unitId} and back.voids = ${events.seq})`,
      ),
    )
    .orderBy(desc(events.seq))
    .limit(1);
  return row as typeof row | undefined;
}

/** What was ended or sold is taken back by whoever did it, within the hour; after that by the owner. */
export function assertOwnHour(actor: Actor, entry: { at: Date; actor: string } | undefined): void {
  if (actor.role === 'owner') return;
  if (!entry || entry.actor !== actor.id || Date.now() - entry.at.getTime() > OWN_HOUR_MS)
    throw new ShopError(
      'forbidden',
      'Not taken back: whoever did it may within the hour, and after that the owner.',
    );
}
