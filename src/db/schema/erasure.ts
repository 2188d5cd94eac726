import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { EraseResult } from '@/core/erasure/judge';
import type { Level, Medium } from '@/core/erasure/media';
import { at, moment } from '../columns';
import { components } from './components';
import { units } from './lots';

/** An erasure as data: what it was done to, by which rule, and what was read back. */
export interface ErasureTold {
  methodId?: string;
  level?: Level;
  medium?: Medium | null;
  clause?: string;
  /** By the unit's own script. */
  machine?: {
    device: string;
    serial: string;
    model: string;
    sectors: number;
    tool: string;
    minutes: number;
    whole: boolean;
    seed: number;
    expected: number;
    result: EraseResult;
    faults: string[];
    /** Who asked for it and who confirmed it at the bench. */
    askedBy?: string;
    confirmedBy?: string;
    /** What was found besides: areas it hides, locks, places it could not be asked about. */
    notes?: string[];
  };
  /** By hands, and nobody but the one who says so has seen it. */
  byWord?: boolean;
  /** The owner of the shop vouched for it although something speaks against it; why. */
  vouched?: string;
  /** Whom it was handed to. */
  handedTo?: string;
  /** Why it took so much less than it should have. */
  quick?: string;
  /** Of an image: which system it is. */
  system?: string;
}

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
    told: jsonb('told').$type<ErasureTold>().notNull().default({}),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at'),
    /** Number of its entry in the history: what a certificate is known by. */
    eventSeq: bigint('event_seq', { mode: 'number' }),
    /** The entry that took it back. */
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [
    index('erasures_component').on(t.componentId),
    index('erasures_unit').on(t.unitId),
    index('erasures_event').on(t.eventSeq),
    index('erasures_unsealed')
      .on(t.id)
      .where(sql`event_seq is null`),
    check(
      'erasures_kind',
      sql`${t.kind} in ('erased', 'returned', 'destroyed', 'never', 'used', 'begun', 'failed', 'image')`,
    ),
  ],
);

/** How far an erasure by the unit's own script has come. */
export const ERASE_STATES = ['asked', 'typed', 'confirmed', 'ended'] as const;
export type EraseState = (typeof ERASE_STATES)[number];

/** What the script saw of the drive whose serial was typed. */
export interface EraseSeen {
  device: string;
  serial: string;
  model: string;
  sectors: number;
}
export interface EraseProgress {
  phase: 'writing' | 'reading';
  done: number;
  total: number;
  unwritten: number;
}

/** Erasures by a unit's own script; its token is good for this drive's erasure alone. */
export const erasureRuns = pgTable(
  'erasure_runs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    /** The machine whose drive it is; nothing: a loose drive, on a dock. */
    unitId: uuid('unit_id').references(() => units.id, { onDelete: 'cascade' }),
    componentId: uuid('component_id')
      .notNull()
      .references(() => components.id, { onDelete: 'cascade' }),
    methodId: text('method_id').notNull(),
    whole: boolean('whole').notNull(),
    seed: integer('seed').notNull(),
    state: text('state').$type<EraseState>().notNull().default('asked'),
    seen: jsonb('seen').$type<EraseSeen>(),
    progress: jsonb('progress').$type<EraseProgress>(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    startedAt: moment('started_at'),
    confirmedAt: at('confirmed_at'),
    /** Who said the second word. */
    confirmedBy: text('confirmed_by').notNull().default(''),
    confirmer: text('confirmer'),
    heardAt: at('heard_at'),
    /** `done`, `failed`, `dropped` or `overtaken` by a movement or another entry of the drive; empty while it is open. */
    ending: text('ending').notNull().default(''),
  },
  (t) => [
    index('erasure_runs_unit').on(t.unitId, t.startedAt),
    index('erasure_runs_component').on(t.componentId, t.startedAt),
    uniqueIndex('erasure_runs_open')
      .on(t.componentId)
      .where(sql`ending = ''`),
    check('erasure_runs_state', sql`${t.state} in ('asked', 'typed', 'confirmed', 'ended')`),
  ],
);
