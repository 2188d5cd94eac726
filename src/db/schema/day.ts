import { sql } from 'drizzle-orm';
import { bigint, check, index, jsonb, pgTable, primaryKey, smallint, text, uuid } from 'drizzle-orm/pg-core';
import type { KeptDay } from '@/core/timetable/day';
import { at } from '../columns';
import { user } from './auth';
import { units } from './lots';

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
