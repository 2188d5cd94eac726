import { sql } from 'drizzle-orm';
import { bigint, timestamp } from 'drizzle-orm/pg-core';

/** Whole minor units of the shop's currency. Eight bytes: sums over a shop's life never overflow. */
export const money = (name: string) => bigint(name, { mode: 'number' });

/** A moment. */
export const at = (name: string) => timestamp(name, { withTimezone: true });

/**
 * The moment a row is written, not the moment its transaction began: rows of one unit are written under its
 * lock, so they are in order.
 */
export const moment = (name: string) =>
  at(name)
    .notNull()
    .default(sql`clock_timestamp()`);
