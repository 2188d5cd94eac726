import { jsonb, pgTable, real, text, uuid } from 'drizzle-orm/pg-core';
import { at, money } from './columns';
import { units } from './lots.schema';

export const sales = pgTable('sales', {
  unitId: uuid('unit_id')
    .primaryKey()
    .references(() => units.id, { onDelete: 'restrict' }),
  priceMinor: money('price_minor').notNull(),
  feesMinor: money('fees_minor').notNull().default(0),
  soldOn: text('sold_on').notNull(),
  /** The machine and the reckoning as they were at the sale; the books never change afterwards. */
  ratePerHourMinor: money('rate_per_hour_minor').notNull(),
  attendedMinutes: real('attended_minutes').notNull(),
  partsMinor: money('parts_minor').notNull(),
  costMinor: money('cost_minor').notNull(),
  grade: text('grade'),
  specification: jsonb('specification').$type<Record<string, string>>().notNull(),
  channel: text('channel').notNull().default(''),
  by: text('by').notNull(),
  at: at('at').notNull().defaultNow(),
});
