import { sql } from 'drizzle-orm';
import type { Tool } from '@/core/catalogue';
import type { Schools } from '@/core/clean/zones';
import type { HandMinutes } from '@/core/minutes/estimate';
import type { Learned } from '@/core/learn/learn';
import type { CatalogueOverrides } from '@/core/belief/overrides';
import type { HouseTables } from '@/core/house/tables';
import type { Week } from '@/core/timetable/week';
import type { CodeLine } from '@/core/tapper/decode';
import {
  bigint,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { user } from './auth';
import { at } from '../columns';

/** A study: machines that come in while it runs are worked with proposals shown or hidden, by lot. */
export interface Study {
  /** Drawn when it begins and told when it ends: it decides every lot. Its SHA-256 is sealed at the beginning. */
  seed: string;
  since: string;
  until: string | null;
  /** What everything is reckoned with, which does not change while it runs. */
  numbers: string;
  /** What is compared and how, written down beforehand. */
  plan: string;
}

/** One row: the shop's own rules. */
export const shop = pgTable(
  'shop',
  {
    id: smallint('id').primaryKey().default(1),
    name: text('name').notNull(),
    place: text('place').notNull().default(''),
    /** As it stands on papers: where and how whoever sells can be reached, and how long they answer for what they sold. */
    trader: text('trader').notNull().default(''),
    warranty: text('warranty').notNull().default(''),
    currencySign: text('currency_sign').notNull(),
    currencyDecimals: smallint('currency_decimals').notNull().default(2),
    /** IANA name of the zone its days are counted in. */
    timeZone: text('time_zone').notNull().default('UTC'),
    /** Minor units an attended hour costs. */
    ratePerHourMinor: integer('rate_per_hour_minor').notNull(),
    /** Selling costs in basis points of the price. */
    feeBasisPoints: integer('fee_basis_points').notNull().default(800),
    /** Tools the shop has not got: looks that want one are not proposed. */
    lacks: jsonb('lacks').$type<Tool[]>().notNull().default([]),
    /** The least role that sees what was paid, margins and books. */
    marginsFor: text('margins_for')
      .$type<'owner' | 'technician' | 'viewer'>()
      .notNull()
      .default('technician'),
    /** The owner's own numbers over the catalogue's. */
    overrides: jsonb('overrides').$type<CatalogueOverrides>().notNull().default({}),
    /** What closed cases have taught, and how many closed cases the catalogue itself counts as. */
    learned: jsonb('learned').$type<Learned>(),
    /** How the house cleans, over what is shipped. */
    schools: jsonb('schools').$type<Partial<Schools>>().notNull().default({}),
    /** What steps have taken here, by their ids: as it was taken over on a day, the how manieth time. */
    handMinutes: jsonb('hand_minutes').$type<HandMinutes>().notNull().default({}),
    handMinutesOn: text('hand_minutes_on'),
    handMinutesVersion: integer('hand_minutes_version').notNull().default(0),
    /** The room as it was measured last: Celsius, and when. */
    room: jsonb('room').$type<{ celsius: number; at: string }>(),
    /** When the house is open, who is away, places of stations; nothing: as usual. */
    week: jsonb('week').$type<Week>(),
    learningStrength: integer('learning_strength').notNull().default(200),
    /** A study of the shop's own stock: the one that runs, or the last one. */
    study: jsonb('study').$type<Study>(),
  },
  (t) => [
    check('shop_one_row', sql`${t.id} = 1`),
    check('shop_rate', sql`${t.ratePerHourMinor} >= 0`),
    check('shop_learning', sql`${t.learningStrength} between 10 and 100000`),
  ],
);

/** Ways of looking at a list that somebody keeps under a name. */
export const savedViews = pgTable(
  'saved_views',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    person: text('person')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    path: text('path').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [index('saved_views_person').on(t.person)],
);

/**
 * The append-only history. `seq` and `hash` are given by a trigger, which also refuses UPDATE, DELETE and
 * TRUNCATE: hash = SHA-256 of the previous row's hash and this row's own columns.
 */
export const events = pgTable(
  'events',
  {
    seq: bigint('seq', { mode: 'number' }).primaryKey(),
    at: at('at').notNull(),
    actor: text('actor').notNull(),
    actorName: text('actor_name').notNull(),
    kind: text('kind').notNull(),
    unitId: uuid('unit_id'),
    lotId: uuid('lot_id'),
    voids: bigint('voids', { mode: 'number' }),
    payload: jsonb('payload').notNull(),
    previousHash: text('previous_hash').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('events_unit').on(t.unitId, t.seq), index('events_lot').on(t.lotId, t.seq)],
);

/**
 * The seal of each entry under a key that is not in the database: whoever holds the database alone can make hashes anew,
 * and no seal.
 */
export const eventSeals = pgTable('event_seals', {
  seq: bigint('seq', { mode: 'number' }).primaryKey(),
  /** HMAC-SHA-256 of number and hash, as hex. */
  seal: text('seal').notNull(),
});

/** Workers that take long jobs, and when each was last heard of. */
export const workerBeats = pgTable('worker_beats', {
  name: text('name').primaryKey(),
  at: at('at').notNull().defaultNow(),
});

/** Backups that were made by the shop itself, and whether one could be put back. */
export const backups = pgTable('backups', {
  file: text('file').primaryKey(),
  at: at('at').notNull().defaultNow(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
  /** When it was put back into a scratch database, and what came of it: empty: it went well. */
  triedAt: at('tried_at'),
  fault: text('fault').notNull().default(''),
});

/** Answers already given to commands, by the caller's key: the same command sent twice acts once. */
export const commandKeys = pgTable('command_keys', {
  key: text('key').primaryKey(),
  command: text('command').notNull(),
  actor: text('actor').notNull(),
  /** SHA-256 of the input: the same key with another input is refused. */
  inputHash: text('input_hash').notNull().default(''),
  answer: jsonb('answer'),
  at: at('at').notNull().defaultNow(),
});

/** Tables of blink and beep codes, imported by the shop. */
export const codeTables = pgTable('code_tables', {
  id: uuid('id').primaryKey().defaultRandom(),
  maker: text('maker').notNull().unique(),
  source: text('source').notNull(),
  codes: jsonb('codes').$type<CodeLine[]>().notNull(),
  by: text('by').notNull(),
  at: at('at').notNull().defaultNow(),
});

/** The owner's prices, minutes, rubric and work, version by version; null: as shipped. Append-only. */
export const houseTables = pgTable('house_tables', {
  version: integer('version').primaryKey().generatedAlwaysAsIdentity(),
  tables: jsonb('tables').$type<HouseTables>(),
  by: text('by').notNull(),
  byName: text('by_name').notNull(),
  at: at('at').notNull().defaultNow(),
});

/** The newest number given of a kind: tags by their letters, parts. Taken inside the transaction that uses it. */
export const counters = pgTable('counters', {
  name: text('name').primaryKey(),
  last: integer('last').notNull(),
});

/** Long work of the shop's computer, with its progress; one of a kind runs at a time. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    kind: text('kind').notNull(),
    status: text('status').$type<'running' | 'done' | 'cancelled' | 'failed'>().notNull().default('running'),
    total: integer('total').notNull().default(0),
    done: integer('done').notNull().default(0),
    note: text('note').notNull().default(''),
    /** What it is about, where it is about one thing: a lot's id. */
    subject: text('subject').notNull().default(''),
    /** What it needs; gone when it has ended. */
    input: jsonb('input').$type<Record<string, unknown>>(),
    result: jsonb('result').$type<Record<string, unknown>>(),
    /** The worker that does it; null: nobody has taken it yet. */
    claimedBy: text('claimed_by'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    startedAt: at('started_at').notNull().defaultNow(),
    /** Last sign of life. */
    beatAt: at('beat_at').notNull().defaultNow(),
    endedAt: at('ended_at'),
  },
  (t) => [
    uniqueIndex('jobs_one_running')
      .on(t.kind)
      .where(sql`status = 'running'`),
    check('jobs_status', sql`${t.status} in ('running', 'done', 'cancelled', 'failed')`),
  ],
);
