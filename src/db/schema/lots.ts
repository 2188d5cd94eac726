import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { at, money } from '../columns';
import type { BenchState, Chassis, LotSource } from '@/core/catalogue';
import type { Evaluation } from '@/core/steps/evaluate';
import type { StopRoute } from '@/core/steps/problem';

export const lots = pgTable(
  'lots',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    code: text('code').notNull().unique(),
    name: text('name').notNull(),
    source: text('source').$type<LotSource>().notNull(),
    tagPrefix: text('tag_prefix').notNull(),
    priceMinor: money('price_minor').notNull(),
    freightMinor: money('freight_minor').notNull().default(0),
    feesMinor: money('fees_minor').notNull().default(0),
    /** 'value' = by relative expected price; 'equal'. */
    allocation: text('allocation').notNull().default('value'),
    receivedOn: date('received_on', { mode: 'string' }).notNull(),
    claims: text('claims').notNull().default(''),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (t) => [
    check('lots_money', sql`${t.priceMinor} >= 0 and ${t.freightMinor} >= 0 and ${t.feesMinor} >= 0`),
    check('lots_prefix', sql`${t.tagPrefix} ~ '^[A-Z]{2,4}$'`),
    check('lots_allocation', sql`${t.allocation} in ('value', 'equal')`),
  ],
);

/** What a machine that leaves without a sale became. */
export const GONE_AS = ['harvested', 'recycled', 'returned', 'given away', 'lost'] as const;
export type GoneAs = (typeof GONE_AS)[number];

/** As what a machine is offered: proved and graded, with its faults told, untested, for its parts. */
export const LISTED_AS = ['graded', 'told', 'as found', 'for parts'] as const;
export type ListedAs = (typeof LISTED_AS)[number];

export const STAGES = [
  'dock',
  'look',
  'find',
  'decide',
  'hands',
  'system',
  'prove',
  'shelf',
  'quarantine',
  'sold',
  'gone',
  'waiting',
] as const;
export type Stage = (typeof STAGES)[number];

/** Units there is still work on. The list's index is over just these: a query must say it in these words. */
export const OPEN_UNITS = sql.raw(`stage not in ('shelf', 'sold', 'gone')`);

export const units = pgTable(
  'units',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    tag: text('tag').notNull().unique(),
    lotId: uuid('lot_id')
      .notNull()
      .references(() => lots.id, { onDelete: 'restrict' }),
    /**
     * What makes a manifest row itself: its serial number or its content; the same row never comes in twice.
     */
    manifestKey: text('manifest_key'),
    chassis: text('chassis').$type<Chassis>().notNull(),
    maker: text('maker').notNull().default(''),
    model: text('model').notNull().default(''),
    claim: text('claim').notNull().default(''),
    /** The system and the data on it stay; null: as its lot has it (an owner's machine). */
    keeps: boolean('keeps'),
    stage: text('stage').$type<Stage>().notNull().default('dock'),
    stageSince: at('stage_since').notNull().defaultNow(),
    /**
     * What the snapshot was reckoned with besides the unit's own record: rates, numbers, parts for
     * swap-tests.
     */
    reckonedWith: text('reckoned_with').notNull().default(''),
    version: integer('version').notNull().default(1),
    bench: jsonb('bench').$type<BenchState>().notNull(),
    costMinor: money('cost_minor').notNull().default(0),
    /** Snapshot of the last evaluation, and the columns lists sort by. */
    evaluation: jsonb('evaluation').$type<Evaluation>(),
    probably: text('probably').notNull().default(''),
    probability: real('probability'),
    route: text('route').notNull().default('refurbish'),
    valueMinor: money('value_minor').notNull().default(0),
    lowMinor: money('low_minor').notNull().default(0),
    highMinor: money('high_minor').notNull().default(0),
    stopMinor: money('stop_minor').notNull().default(0),
    handsMinutes: real('hands_minutes').notNull().default(0),
    /** Net value for an attended minute: the order of the list of what to work on. */
    rankScore: real('rank_score').notNull().default(0),
    priceMinor: money('price_minor').notNull().default(0),
    grade: text('grade'),
    /** Version of the house's tables it was given under; null or 0: as shipped. */
    gradeHouse: integer('grade_house'),
    /** The rubric it was graded by, as it was; null: graded before they were kept. */
    gradeRubric: text('grade_rubric'),
    /** How it is to end, decided by a person: a stopping route; null: not decided. */
    ending: text('ending').$type<StopRoute>(),
    /** What became of it when it went without a sale. */
    goneAs: text('gone_as').$type<GoneAs>(),
    /** Money that came in when it went so, and what it weighed. */
    goneMinor: money('gone_minor').notNull().default(0),
    goneGrams: integer('gone_grams'),
    /** Put together here out of others: what it cost is what its parts stood at. */
    built: boolean('built').notNull().default(false),
    /** By when it was promised; nothing: it was not. */
    promisedAt: at('promised_at'),
    /** Whatever the hours are for otherwise: it is worked, or it is not. */
    pinned: text('pinned').$type<'in' | 'out'>(),
    /** As what it is for sale. */
    listedAs: text('listed_as').$type<ListedAs>().notNull().default('graded'),
    listed: boolean('listed').notNull().default(false),
    askMinor: money('ask_minor'),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (t) => [
    unique('units_manifest_row').on(t.lotId, t.manifestKey),
    index('units_model').on(sql`lower(${t.maker})`, sql`lower(${t.model})`),
    index('units_stage').on(t.stage, t.stageSince),
    index('units_work_order').on(t.rankScore.desc().nullsFirst(), t.id).where(OPEN_UNITS),
    index('units_lot').on(t.lotId, t.tag),
    check(
      'units_stage_known',
      sql`${t.stage} in ('dock','look','find','decide','hands','system','prove','shelf','quarantine','sold','gone','waiting')`,
    ),
    check('units_chassis_known', sql`${t.chassis} in ('desktop','small','aio','laptop')`),
  ],
);

/** What the columns of a file were taken for, by its heading: offered when such a file comes again. */
export const manifestMaps = pgTable('manifest_maps', {
  heading: text('heading').primaryKey(),
  columns: jsonb('columns').$type<Record<string, number>>().notNull(),
  decimal: text('decimal').$type<'.' | ','>(),
});

/** What a lot was expected to make, a day a row: how what was found out narrowed it. Minor units. */
export const lotPoints = pgTable(
  'lot_points',
  {
    lotId: uuid('lot_id')
      .notNull()
      .references(() => lots.id, { onDelete: 'cascade' }),
    /** On the shop's calendar. */
    day: text('day').notNull(),
    soFarMinor: money('so_far_minor').notNull(),
    lowMinor: money('low_minor').notNull(),
    middleMinor: money('middle_minor').notNull(),
    highMinor: money('high_minor').notNull(),
    open: integer('open').notNull(),
  },
  (t) => [primaryKey({ columns: [t.lotId, t.day] })],
);
