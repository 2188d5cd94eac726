import { sql } from 'drizzle-orm';
import { bigint, check, index, integer, jsonb, pgTable, real, text, uuid } from 'drizzle-orm/pg-core';
import type { CauseCounts } from '@/core/learn/learn';
import type { ModelNoteKind } from '@/core/models/notebook';
import { at } from '../columns';
import { pastImports } from './sales';

/** What another shop has learnt, taken in from its file: causes of its machines, its notebook, its sales. Taken back as one. */
export const exchanges = pgTable(
  'exchanges',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    name: text('name').notNull(),
    /** Day it was written there. */
    madeOn: text('made_on').notNull(),
    /** How much one of its cases says beside one of the shop's own, 0..1. */
    weight: real('weight').notNull(),
    cases: integer('cases').notNull().default(0),
    causes: jsonb('causes').$type<CauseCounts>().notNull().default({}),
    notes: integer('notes').notNull().default(0),
    /** Its sales, as an import of their own. */
    salesImport: uuid('sales_import').references(() => pastImports.id, { onDelete: 'restrict' }),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
    takenBackAt: at('taken_back_at'),
  },
  (t) => [check('exchanges_weight', sql`${t.weight} > 0 and ${t.weight} <= 1`)],
);

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
    /** It came from another shop, with what else came from there. */
    exchange: uuid('exchange').references(() => exchanges.id, { onDelete: 'restrict' }),
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
