import { bigint, timestamp } from 'drizzle-orm/pg-core';

/** Whole minor units of the shop's currency. Eight bytes: sums over a shop's life never overflow. */
export const money = (name: string) => bigint(name, { mode: 'number' });

/** A moment. */
export const at = (name: string) => timestamp(name, { withTimezone: true });
