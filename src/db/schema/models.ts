import { sql } from 'drizzle-orm';
import { bigint, check, index, pgTable, text } from 'drizzle-orm/pg-core';
import type { ModelNoteKind } from '@/core/models/notebook';
import { at } from '../columns';

/** What somebody wrote down of a model for whoever opens the next one. */
export const modelNotes = pgTable(
  'model_notes',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    maker: text('maker').notNull(),
    model: text('model').notNull(),
    /** Board it is true of; empty: any. */
    board: text('board').notNull().default(''),
    kind: text('kind').$type<ModelNoteKind>().notNull(),
    text: text('text').notNull(),
    /** A weak spot: the question that looks at it. */
    finding: text('finding').notNull().default(''),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
    /** Taken out of the notebook again. */
    removedAt: at('removed_at'),
  },
  (t) => [
    index('model_notes_model').on(sql`lower(${t.maker})`, sql`lower(${t.model})`),
    check(
      'model_notes_kind',
      sql`${t.kind} in ('opens', 'construction', 'weak spot', 'limit', 'charger', 'quirk')`,
    ),
  ],
);
