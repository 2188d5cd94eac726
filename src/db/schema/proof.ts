import type { KeysAmiss } from '@/core/selftest/keys';
import { sql } from 'drizzle-orm';
import { bigint, check, index, jsonb, pgTable, real, smallint, text, uuid } from 'drizzle-orm/pg-core';
import type { Rubric } from '@/core/grade/rubric';
import { at } from '../columns';
import { units } from './lots';

export const defects = pgTable(
  'defects',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    surface: text('surface').notNull(),
    kind: text('kind').notNull(),
    size: smallint('size').notNull(),
    x: real('x').notNull(),
    y: real('y').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
    removedAt: at('removed_at'),
  },
  (t) => [index('defects_unit').on(t.unitId), check('defects_size', sql`${t.size} between 0 and 2`)],
);

/** What a self-test of the machine told besides its result: figures by name, and words. */
export interface TestTold {
  words: string;
  figures?: Record<string, number>;
  /** The person answered by hand what the browser could not tell. */
  byHand?: boolean;
  /** Which keys are amiss, and where the panel is: as fractions of it, from its upper left corner. */
  keys?: KeysAmiss;
  faults?: { kind: string; x: number; y: number }[];
}

export const functionTests = pgTable(
  'function_tests',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    test: text('test').notNull(),
    result: text('result').notNull(),
    /** What a self-test of the machine counted; null: a person said it. */
    told: jsonb('told').$type<TestTold>(),
    /** The reading it came with: taken back with it. */
    act: text('act'),
    /** The entry that took it back; 0 until that is sealed. */
    voidedBy: bigint('voided_by', { mode: 'number' }),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('function_tests_unit').on(t.unitId, t.test, t.id),
    check('function_tests_result', sql`${t.result} in ('pass', 'fail', 'absent')`),
  ],
);

/** Rubrics as they were when something was graded by them: a later one changes no grade that was given. */
export const rubrics = pgTable('rubrics', {
  /** SHA-256 of the rubric as JSON. */
  id: text('id').primaryKey(),
  rubric: jsonb('rubric').$type<Rubric>().notNull(),
  at: at('at').notNull().defaultNow(),
});
