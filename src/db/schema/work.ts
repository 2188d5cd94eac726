import { sql } from 'drizzle-orm';
import type { KeptDay } from '@/core/timetable/day';
import {
  bigint,
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { at, moment } from '../columns';
import type { MaterialUsed } from '@/core/hands/materials';
import { user } from './auth';
import { units } from './lots';

/** A piece of work on a unit; its clock is the segments. */
export const work = pgTable(
  'work',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    /** Repair id of the catalogue, or a work step's id. */
    ref: text('ref').notNull(),
    title: text('title').notNull(),
    status: text('status').notNull().default('running'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    startedAt: at('started_at').notNull().defaultNow(),
    finishedAt: at('finished_at'),
    note: text('note').notNull().default(''),
    /** Attended minutes it was reckoned at when it was begun. */
    plannedMinutes: real('planned_minutes'),
    /** Those of the step alone, without opening and closing for it, in the same reckoning. */
    ownMinutes: real('own_minutes'),
    /** What was used up with it. */
    materials: jsonb('materials').$type<MaterialUsed[]>().notNull().default([]),
    materialMinor: integer('material_minor').notNull().default(0),
    /** Told afterwards: no clock ran, and all of it can be taken back. */
    logged: boolean('logged').notNull().default(false),
    /** Number of the entry it was ended with. */
    eventSeq: bigint('event_seq', { mode: 'number' }),
  },
  (t) => [
    index('work_unsealed')
      .on(t.id)
      .where(sql`event_seq is null and status in ('done', 'failed')`),
    index('work_unit').on(t.unitId),
    check('work_status', sql`${t.status} in ('running', 'paused', 'alone', 'done', 'failed', 'dropped')`),
  ],
);

export const workSegments = pgTable(
  'work_segments',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    workId: uuid('work_id')
      .notNull()
      .references(() => work.id, { onDelete: 'cascade' }),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    attended: boolean('attended').notNull(),
    /** Whose hands, while attended. */
    by: text('by').notNull(),
    startedAt: at('started_at').notNull().defaultNow(),
    endedAt: at('ended_at'),
    /** Of finding out, whose clock is opened by answering: the last answer. It counts on only so long after it. */
    seenAt: at('seen_at'),
    /** Unattended: minutes it should take, and where. */
    expectedMinutes: real('expected_minutes'),
    station: text('station').notNull().default(''),
  },
  (t) => [
    uniqueIndex('work_one_open_segment')
      .on(t.workId)
      .where(sql`ended_at is null`),
    uniqueIndex('work_one_clock_a_person')
      .on(t.by)
      .where(sql`ended_at is null and attended`),
    index('work_segments_unit').on(t.unitId),
    index('work_running_alone')
      .on(t.startedAt)
      .where(sql`ended_at is null and not attended`),
    check('work_segment_order', sql`${t.endedAt} is null or ${t.endedAt} >= ${t.startedAt}`),
  ],
);

/**
 * What a step took, a row each time it was done: appended, never a lock. The minutes the shop reckons with are made of
 * them once a day. What was counted before rows were kept stands as one row of several.
 */
export const minuteSamples = pgTable(
  'minute_samples',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    ref: text('ref').notNull(),
    workId: uuid('work_id').references(() => work.id, { onDelete: 'cascade' }),
    n: integer('n').notNull().default(1),
    sum: doublePrecision('sum').notNull(),
    squares: doublePrecision('squares').notNull(),
    at: moment('at'),
  },
  (t) => [index('minute_samples_work').on(t.workId)],
);

/** The plan of the day that stands: worked out from the record, and worked out again when it is lost. One row. */
export const dayPlan = pgTable(
  'day_plan',
  {
    id: smallint('id').primaryKey().default(1),
    /** The newest entry of the history it knows of. */
    seq: bigint('seq', { mode: 'number' }).notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    body: jsonb('body').$type<KeptDay>().notNull(),
  },
  (t) => [check('day_plan_one_row', sql`${t.id} = 1`)],
);

/** Operations somebody put where they are: by whom they are done, and when. */
export const dayPins = pgTable(
  'day_pins',
  {
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    /** Of the machine: "hands", "clean". */
    operation: text('operation').notNull(),
    person: text('person').notNull(),
    startsAt: at('starts_at').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.unitId, t.operation] })],
);

/** When somebody has something else to do, as their own calendar said when it was taken in. */
export const busyTimes = pgTable(
  'busy_times',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    person: text('person')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    from: at('from').notNull(),
    to: at('to').notNull(),
    takenIn: at('taken_in').notNull().defaultNow(),
  },
  (t) => [
    index('busy_times_person').on(t.person, t.from),
    check('busy_times_forwards', sql`${t.to} > ${t.from}`),
  ],
);
