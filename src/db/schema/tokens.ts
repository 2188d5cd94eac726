import { index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { at } from '../columns';
import { units } from './lots';

/**
 * What a token is leave for: one report, a unit's own tests, appending to a run, the erasure of one drive, reading the
 * plan of somebody or of a station.
 */
export const TOKEN_PURPOSES = ['report', 'self-test', 'run', 'erase', 'calendar'] as const;
export type TokenPurpose = (typeof TOKEN_PURPOSES)[number];

/** Leave given to machines, whatever for. Only a hash of a token is kept. */
export const tokens = pgTable(
  'tokens',
  {
    purpose: text('purpose').$type<TokenPurpose>().notNull(),
    hash: text('hash').notNull(),
    /** Nothing: a loose drive, on a dock. */
    unitId: uuid('unit_id').references(() => units.id, { onDelete: 'cascade' }),
    /** The run or erasure it is for. */
    runId: uuid('run_id'),
    /** Of a calendar: "person ID", "station dock 1". */
    subject: text('subject').notNull().default(''),
    /** Whose it ends with; nothing: nobody's, it ends with its run. */
    by: text('by'),
    byName: text('by_name').notNull(),
    expiresAt: at('expires_at').notNull(),
    usedAt: at('used_at'),
    /** When its page was last heard of, and how often it was opened. */
    heardAt: at('heard_at'),
    opened: integer('opened').notNull().default(0),
  },
  (t) => [
    primaryKey({ columns: [t.purpose, t.hash] }),
    index('tokens_unit').on(t.unitId, t.purpose),
    index('tokens_run').on(t.runId),
    index('tokens_by').on(t.by),
  ],
);
