import { sql } from 'drizzle-orm';
import { bigint, check, index, jsonb, pgTable, real, text, uuid } from 'drizzle-orm/pg-core';
import type { PriceSpec } from '@/core/price/model';
import { at, money } from '../columns';
import { units } from './lots';

/** In its first shape; whatever reads it asks which. */
export interface SaleFigures {
  v: 1;
  /** What the machine was, in the words of the price model. */
  spec: PriceSpec;
  /** Listed as what, asked how much, on which day of the shop; null: nobody knows any more. */
  askedMinor: number | null;
  listedOn: string | null;
  /** What the model said it would fetch like that. */
  foretold: { minor: number; variance: number; version: string };
}

export const sales = pgTable('sales', {
  unitId: uuid('unit_id')
    .primaryKey()
    .references(() => units.id, { onDelete: 'restrict' }),
  priceMinor: money('price_minor').notNull(),
  feesMinor: money('fees_minor').notNull().default(0),
  /** Packing and sending it. */
  outwardMinor: money('outward_minor').notNull().default(0),
  listedAs: text('listed_as').notNull().default('graded'),
  soldOn: text('sold_on').notNull(),
  /** The machine and the reckoning as they were at the sale; the books never change afterwards. */
  ratePerHourMinor: money('rate_per_hour_minor').notNull(),
  attendedMinutes: real('attended_minutes').notNull(),
  /** What those minutes cost. */
  labourMinor: money('labour_minor').notNull(),
  partsMinor: money('parts_minor').notNull(),
  /** Its share of the lot; it stands from here on, whatever comes late. */
  costMinor: money('cost_minor').notNull(),
  /** What it all comes to in the books (`core/ledger`), for lists to be sorted by. */
  profitMinor: money('profit_minor').notNull(),
  grade: text('grade'),
  specification: jsonb('specification').$type<Record<string, string>>().notNull(),
  /**
   * What prices are learnt from: what it was as values, what the model foretold for that, what was asked and since
   * when. Nothing: sold before these were kept.
   */
  figures: jsonb('figures').$type<SaleFigures>(),
  channel: text('channel').notNull().default(''),
  by: text('by').notNull(),
  at: at('at').notNull().defaultNow(),
});

/** A sale as it stood, written down when it is undone. */
export type SoldAs = Omit<typeof sales.$inferSelect, 'unitId' | 'at'> & { at: string };

/** Sales that were undone: cancelled before the machine was handed over, or taken back from its buyer. */
export const saleEndings = pgTable(
  'sale_endings',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'restrict' }),
    kind: text('kind').notNull(),
    sale: jsonb('sale').$type<SoldAs>().notNull(),
    /** Given back to the buyer, and what selling had cost and does not come back. */
    refundMinor: money('refund_minor').notNull(),
    keptMinor: money('kept_minor').notNull(),
    feesMinor: money('fees_minor').notNull(),
    reason: text('reason').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('sale_endings_unit').on(t.unitId),
    check('sale_endings_kind', sql`${t.kind} in ('cancelled', 'returned')`),
  ],
);
