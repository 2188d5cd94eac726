import { sql } from 'drizzle-orm';
import { bigint, check, index, integer, jsonb, pgTable, smallint, text, timestamp, uuid } from 'drizzle-orm/pg-core';

const at = (name: string) => timestamp(name, { withTimezone: true });

/** One row: the shop's own rules. */
export const shop = pgTable('shop', {
  id: smallint('id').primaryKey().default(1),
  name: text('name').notNull(),
  place: text('place').notNull().default(''),
  currencySign: text('currency_sign').notNull(),
  currencyDecimals: smallint('currency_decimals').notNull().default(2),
  /** Minor units an attended hour costs. */
  ratePerHourMinor: integer('rate_per_hour_minor').notNull(),
  /** Selling costs in basis points of the price. */
  feeBasisPoints: integer('fee_basis_points').notNull().default(800),
}, (t) => [check('shop_one_row', sql`${t.id} = 1`), check('shop_rate', sql`${t.ratePerHourMinor} >= 0`)]);

/**
 * The append-only history. `seq` and `hash` are given by a trigger, which also refuses UPDATE, DELETE and TRUNCATE:
 * hash = SHA-256 of the previous row's hash and this row's own columns.
 */
export const events = pgTable('events', {
  seq: bigint('seq', { mode: 'number' }).primaryKey(),
  at: at('at').notNull(),
  actor: text('actor').notNull(),
  actorName: text('actor_name').notNull(),
  kind: text('kind').notNull(),
  unitId: uuid('unit_id'),
  lotId: uuid('lot_id'),
  voids: bigint('voids', { mode: 'number' }),
  payload: jsonb('payload').notNull(),
  previousHash: text('previous_hash').notNull(),
  hash: text('hash').notNull(),
}, (t) => [index('events_unit').on(t.unitId, t.seq), index('events_lot').on(t.lotId, t.seq)]);

/** Answers already given to commands, by the caller's key: the same command sent twice acts once. */
export const commandKeys = pgTable('command_keys', {
  key: text('key').primaryKey(),
  command: text('command').notNull(),
  actor: text('actor').notNull(),
  answer: jsonb('answer'),
  at: at('at').notNull().defaultNow(),
});
