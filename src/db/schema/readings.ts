import { sql } from 'drizzle-orm';
import { date, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { SoFar } from '@/core/instruments/conduct';
import type { Columns, RunKind, Sample } from '@/core/instruments/run';
import { at, moment } from '../columns';
import { units } from './lots';

/** What is known of a run besides its samples. */
export interface RunAbout {
  room?: number | null;
  limit?: number | null;
  watts?: number | null;
  /** Health of a battery, 0..1, and what it holds when full, watt-hours. */
  health?: number | null;
  /** Interface a drive has. */
  interface?: string | null;
  /** The one that sampled says it is through. */
  done?: boolean;
  /** Where it was read and what loaded it: "hwmon Package id 0, stress-ng". */
  by?: string;
  /** Which drive was read, as the machine calls it. */
  drive?: string;
}

/** Runs of instruments; a run's token is good for appending, and ends with the run. */
export const readingRuns = pgTable(
  'reading_runs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<RunKind>().notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    startedAt: moment('started_at'),
    endedAt: at('ended_at'),
    /** `finished` or `dropped`; empty while it is open. */
    ending: text('ending').notNull().default(''),
    about: jsonb('about').$type<RunAbout>().notNull().default({}),
    /** What was made of it so far, and when. */
    soFar: jsonb('so_far').$type<SoFar>(),
    soFarAt: at('so_far_at'),
  },
  (t) => [
    index('reading_runs_unit').on(t.unitId, t.kind),
    index('reading_runs_open')
      .on(t.startedAt)
      .where(sql`ended_at is null`),
  ],
);

/**
 * A batch of samples: one row of arrays. No lock of a unit, no event. The database keeps them apart by the month their run
 * began (`samples_month` makes a month ready), so that what is written to stays small however many years lie behind it.
 */
export const readingBatches = pgTable(
  'reading_batches',
  {
    runId: uuid('run_id')
      .notNull()
      .references(() => readingRuns.id, { onDelete: 'cascade' }),
    seq: integer('seq').notNull(),
    /** First day of the month its run began, in UTC: of the run, so that a batch sent twice is the same row. */
    month: date('month').notNull(),
    columns: jsonb('columns').$type<Columns>().notNull(),
    at: moment('at'),
  },
  (t) => [primaryKey({ columns: [t.runId, t.seq, t.month] })],
);

/**
 * A reading's samples as they are drawn, by the act that put it on record: the record itself says what was read, and is
 * read with every answer; its drawing is wanted on one page.
 */
export const readingCurves = pgTable('reading_curves', {
  origin: text('origin').primaryKey(),
  unitId: uuid('unit_id')
    .notNull()
    .references(() => units.id, { onDelete: 'cascade' }),
  points: jsonb('points').$type<Sample[]>().notNull(),
});
