import { sql } from 'drizzle-orm';
import { bigint, boolean, check, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { Arm } from '@/core/study/compare';
import { MARKS, type Mark } from '@/core/study/marks';
import { at } from '../columns';
import { units } from './lots';

/** A step as a study keeps it. */
export interface KeptStep {
  kind: string;
  id: string;
  /** Of a proposal: what it was foretold to come to, minor units. */
  valueMinor?: number;
}

/** What was proposed for a machine of a study after each act on it, whether anybody saw it or not. */
export const studyDecisions = pgTable(
  'study_decisions',
  {
    /** Number of the entry it followed. */
    seq: bigint('seq', { mode: 'number' }).primaryKey(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    arm: text('arm').$type<Arm>().notNull(),
    /** The first three, best first. */
    proposals: jsonb('proposals').$type<KeptStep[]>().notNull(),
    /** Steps drawn beside them, for whoever marks without knowing which is which. */
    drawn: jsonb('drawn').$type<KeptStep[]>().notNull(),
    /** What was believed, cause by cause, with the likeliest first. */
    beliefs: jsonb('beliefs').$type<[cause: string, probability: number][]>().notNull(),
  },
  (t) => [index('study_decisions_unit').on(t.unitId, t.seq)],
);

/** What somebody said of a step, who did not know whether it had been proposed. */
export const studyMarks = pgTable(
  'study_marks',
  {
    seq: bigint('seq', { mode: 'number' })
      .notNull()
      .references(() => studyDecisions.seq, { onDelete: 'cascade' }),
    step: text('step').notNull(),
    proposed: boolean('proposed').notNull(),
    person: text('person').notNull(),
    mark: text('mark').$type<Mark>().notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.seq, t.step, t.person] }),
    check('study_marks_known', sql.raw(`mark in (${MARKS.map((mark) => `'${mark}'`).join(', ')})`)),
  ],
);
