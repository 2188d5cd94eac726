import { sql } from 'drizzle-orm';
import { bigint, check, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { BoardSetup, Trial } from '@/core/memory/belief';
import { at } from '../columns';
import { units } from './lots';

/** The starts made on a unit's memory board; one board at a time lies open. */
export const memoryBoards = pgTable(
  'memory_boards',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    setup: jsonb('setup').$type<BoardSetup>().notNull(),
    trials: jsonb('trials').$type<Trial[]>().notNull().default([]),
    status: text('status').$type<'open' | 'recorded' | 'dropped'>().notNull().default('open'),
    /** The event that put it on the record. */
    eventSeq: bigint('event_seq', { mode: 'number' }),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('memory_boards_one_open')
      .on(t.unitId)
      .where(sql`status = 'open'`),
    index('memory_boards_unit').on(t.unitId),
    check('memory_boards_status', sql`${t.status} in ('open', 'recorded', 'dropped')`),
  ],
);
