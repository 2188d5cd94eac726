import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at } from './columns';
import { units } from './lots.schema';

/** One-time leave for a unit to post its own report; only the SHA-256 of the token is kept. */
export const reportTokens = pgTable('report_tokens', {
  tokenHash: text('token_hash').primaryKey(),
  unitId: uuid('unit_id')
    .notNull()
    .references(() => units.id, { onDelete: 'cascade' }),
  by: text('by').notNull(),
  byName: text('by_name').notNull(),
  expiresAt: at('expires_at').notNull(),
  usedAt: at('used_at'),
});

export const reports = pgTable(
  'reports',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    kind: text('kind').notNull(),
    content: text('content').notNull(),
    problems: text('problems').array().notNull(),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [index('reports_unit').on(t.unitId, t.at)],
);

/** Leave for a unit's own browser to send its tests: six letters, good for some hours and this unit alone. */
export const selfTestTokens = pgTable(
  'self_test_tokens',
  {
    tokenHash: text('token_hash').primaryKey(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    expiresAt: at('expires_at').notNull(),
    /** When its page was last heard of, and how often it was opened. */
    heardAt: at('heard_at'),
    opened: integer('opened').notNull().default(0),
  },
  (t) => [index('self_test_tokens_unit').on(t.unitId)],
);
