import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  real,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { at, moment, money } from './columns';
import { components } from './components.schema';
import { units } from './lots.schema';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** What was observed or tried, in order. A voided row stays; it no longer counts. */
export const observations = pgTable(
  'observations',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<'finding' | 'repair'>().notNull(),
    ref: text('ref').notNull(),
    /** Outcome index of a finding; 1 / 0 = a repair helped / did not. */
    outcome: smallint('outcome').notNull(),
    /**
     * The outcome by its id, and the catalogue it was given under: an outcome inserted later changes no old
     * answer.
     */
    outcomeId: text('outcome_id'),
    catalogue: text('catalogue'),
    basis: text('basis').notNull().default('typed'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at'),
    eventSeq: bigint('event_seq', { mode: 'number' }),
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [
    index('observations_unit').on(t.unitId, t.id),
    check('observations_kind', sql`${t.kind} in ('finding', 'repair')`),
  ],
);

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
  },
  (t) => [
    index('work_unit').on(t.unitId),
    check('work_status', sql`${t.status} in ('running', 'paused', 'alone', 'done', 'dropped')`),
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

export const photos = pgTable(
  'photos',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    note: text('note').notNull().default(''),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    bytes: bytea('bytes').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('photos_unit').on(t.unitId, t.at),
    check('photos_size', sql`octet_length(${t.bytes}) <= 409600`),
  ],
);

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

/** What was done about the data on a drive. */
export const erasures = pgTable(
  'erasures',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    componentId: uuid('component_id')
      .notNull()
      .references(() => components.id, { onDelete: 'restrict' }),
    unitId: uuid('unit_id').references(() => units.id, { onDelete: 'set null' }),
    kind: text('kind').notNull(),
    method: text('method').notNull(),
    verified: text('verified').notNull().default(''),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at'),
  },
  (t) => [
    index('erasures_component').on(t.componentId),
    index('erasures_unit').on(t.unitId),
    check('erasures_kind', sql`${t.kind} in ('erased', 'returned', 'destroyed', 'never')`),
  ],
);

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

export const functionTests = pgTable(
  'function_tests',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    test: text('test').notNull(),
    result: text('result').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('function_tests_unit').on(t.unitId, t.test, t.id),
    check('function_tests_result', sql`${t.result} in ('pass', 'fail', 'absent')`),
  ],
);

export const sales = pgTable('sales', {
  unitId: uuid('unit_id')
    .primaryKey()
    .references(() => units.id, { onDelete: 'restrict' }),
  priceMinor: money('price_minor').notNull(),
  feesMinor: money('fees_minor').notNull().default(0),
  soldOn: text('sold_on').notNull(),
  /** The machine and the reckoning as they were at the sale; the books never change afterwards. */
  ratePerHourMinor: money('rate_per_hour_minor').notNull(),
  attendedMinutes: real('attended_minutes').notNull(),
  partsMinor: money('parts_minor').notNull(),
  costMinor: money('cost_minor').notNull(),
  grade: text('grade'),
  specification: jsonb('specification').$type<Record<string, string>>().notNull(),
  channel: text('channel').notNull().default(''),
  by: text('by').notNull(),
  at: at('at').notNull().defaultNow(),
});
