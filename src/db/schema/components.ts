import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { at, moment, money } from '../columns';
import { lots, units } from './lots';

/** A removable identifiable part. Where it is: its last movement, repeated here for reading. */
export const components = pgTable(
  'components',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    code: text('code').notNull().unique(),
    class: text('class').notNull(),
    name: text('name').notNull(),
    serial: text('serial').notNull().default(''),
    /** The same in its one normal form: what is compared (`core/machine/serial`, `serialKey`). */
    serialKey: text('serial_key')
      .notNull()
      .generatedAlwaysAs(sql`upper(regexp_replace(normalize(serial, NFKC), '[^!-~]', '', 'g'))`),
    attributes: jsonb('attributes').$type<Record<string, string | number>>().notNull().default({}),
    costMinor: money('cost_minor').notNull().default(0),
    /** What it would fetch, as somebody put it; 0: nobody has. */
    worthMinor: money('worth_minor').notNull().default(0),
    /** How and from whom it came when it was bought. */
    condition: text('condition').$type<'new' | 'used' | ''>().notNull().default(''),
    supplier: text('supplier').notNull().default(''),
    /** It came loose in its lot: its cost is a share of the lot's. */
    sharesLot: boolean('shares_lot').notNull().default(false),
    /** For tests at the bench alone: it never leaves with a machine, and is never sold. */
    benchOnly: boolean('bench_only').notNull().default(false),
    /** Ordered for this unit: no other gets it. */
    keptFor: uuid('kept_for').references(() => units.id, { onDelete: 'set null' }),
    /** Not there when the bin was counted; it is offered to nobody until it is found. */
    missingSince: at('missing_since'),
    /** It belongs to the owner of this machine: it goes back to them or into their machine, nowhere else. */
    ownerUnit: uuid('owner_unit').references(() => units.id, { onDelete: 'set null' }),
    fromLotId: uuid('from_lot_id').references(() => lots.id, { onDelete: 'set null' }),
    place: text('place').notNull(),
    unitId: uuid('unit_id').references(() => units.id, { onDelete: 'restrict' }),
    lastMove: integer('last_move').notNull().default(0),
    /** Proved good: fit for a swap-test. */
    knownGood: boolean('known_good').notNull().default(false),
    /** Lying at this unit's bench for a swap-test; nobody else may take it. */
    reservedFor: uuid('reserved_for').references(() => units.id, { onDelete: 'set null' }),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (t) => [
    index('components_unit').on(t.unitId),
    index('components_owner')
      .on(t.ownerUnit)
      .where(sql`owner_unit is not null`),
    index('components_serial').on(t.class, t.serialKey),
    index('components_place').on(t.place, t.class),
    check('components_place_known', sql`${t.place} in ('unit', 'bin', 'sold', 'scrap', 'returned', 'never')`),
    index('components_reserved').on(t.reservedFor),
    check('components_reserved_in_bin', sql`${t.reservedFor} is null or ${t.place} = 'bin'`),
    check('components_unit_place', sql`(${t.place} = 'unit') = (${t.unitId} is not null)`),
  ],
);

/**
 * The ledger. Movement n of a component starts where movement n-1 ended (a composite foreign key says so) and
 * n is unique, so two people can never move the same part from the same place: the database refuses the
 * second.
 */
export const movements = pgTable(
  'movements',
  {
    componentId: uuid('component_id')
      .notNull()
      .references(() => components.id, { onDelete: 'restrict' }),
    n: integer('n').notNull(),
    previous: integer('previous'),
    fromPlace: text('from_place').notNull(),
    toPlace: text('to_place').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    reason: text('reason').notNull().default(''),
    /** What it counted for when it moved: charged to the unit it went into, credited to the one it came out of. */
    valueMinor: money('value_minor'),
    /** The movement this one takes back: neither happened. */
    takesBack: integer('takes_back'),
    /** It belongs to a repair, whose verdict tells the rest. */
    byRepair: boolean('by_repair').notNull().default(false),
    at: moment('at'),
    /** The place inside the machine it went into, by its id, where somebody said which. */
    spot: text('spot'),
    /** Number of the entry it was sealed with: what comes after what. */
    eventSeq: bigint('event_seq', { mode: 'number' }),
  },
  (t) => [
    primaryKey({ columns: [t.componentId, t.n] }),
    index('movements_to').on(t.toPlace),
    index('movements_from').on(t.fromPlace),
    index('movements_unsealed')
      .on(t.componentId)
      .where(sql`event_seq is null`),
    unique('movements_end').on(t.componentId, t.n, t.toPlace),
    check(
      'movements_chain',
      sql`(${t.n} = 0 and ${t.previous} is null and ${t.fromPlace} = 'arrived') or (${t.n} > 0 and ${t.previous} = ${t.n} - 1)`,
    ),
    check('movements_somewhere', sql`${t.fromPlace} <> ${t.toPlace}`),
    foreignKey({
      name: 'movements_starts_where_last_ended',
      columns: [t.componentId, t.previous, t.fromPlace],
      foreignColumns: [t.componentId, t.n, t.toPlace],
    }),
  ],
);

/**
 * A part that a machine's report showed and whose serial stands elsewhere on record, or may be that of one recorded
 * here without a serial. It is a question to both: a report moves nothing and names nothing.
 */
export const sightings = pgTable(
  'sightings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    /** The machine whose report showed it. */
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    /** The part on record that it may be. */
    componentId: uuid('component_id')
      .notNull()
      .references(() => components.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    serial: text('serial').notNull().default(''),
    attributes: jsonb('attributes').$type<Record<string, string | number>>().notNull().default({}),
    byName: text('by_name').notNull(),
    at: moment('at'),
    eventSeq: bigint('event_seq', { mode: 'number' }),
    /** It is that part, or another one; nothing: nobody has said. */
    answer: text('answer').$type<'same' | 'another'>(),
  },
  (t) => [
    index('sightings_unit')
      .on(t.unitId)
      .where(sql`answer is null`),
    index('sightings_component')
      .on(t.componentId)
      .where(sql`answer is null`),
    check('sightings_answer', sql`${t.answer} is null or ${t.answer} in ('same', 'another')`),
  ],
);

/** How far a part that is wanted has come. */
export const WANT_STATES = [
  'wanted',
  'quoted',
  'ordered',
  'arrived',
  'accepted',
  'fitted',
  'sent back',
  'dropped',
] as const;
export type WantState = (typeof WANT_STATES)[number];

/** Parts wanted for a unit: what was offered, ordered, came and was looked at. */
export const wants = pgTable(
  'wants',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    class: text('class').notNull(),
    name: text('name').notNull(),
    attributes: jsonb('attributes').$type<Record<string, string | number>>().notNull().default({}),
    state: text('state').$type<WantState>().notNull().default('wanted'),
    /** Delivered, of one part; null: nobody has asked. */
    priceMinor: money('price_minor'),
    days: integer('days'),
    condition: text('condition').$type<'new' | 'used' | ''>().notNull().default(''),
    source: text('source').notNull().default(''),
    orderedAt: at('ordered_at'),
    dueOn: text('due_on'),
    /** Where the unit stood before it waited for it. */
    stageBefore: text('stage_before'),
    componentId: uuid('component_id').references(() => components.id, { onDelete: 'set null' }),
    /** What was seen when it came: as said or not. */
    fits: boolean('fits'),
    note: text('note').notNull().default(''),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('wants_unit').on(t.unitId),
    index('wants_open')
      .on(t.state)
      .where(sql`state in ('wanted', 'quoted', 'ordered', 'arrived', 'accepted')`),
    check(
      'wants_state_known',
      sql`${t.state} in ('wanted', 'quoted', 'ordered', 'arrived', 'accepted', 'fitted', 'sent back', 'dropped')`,
    ),
    check('wants_priced', sql`${t.state} not in ('quoted', 'ordered') or ${t.priceMinor} is not null`),
  ],
);

/** A loose part that was sold: the books never change afterwards. */
export const partSales = pgTable('part_sales', {
  componentId: uuid('component_id')
    .primaryKey()
    .references(() => components.id, { onDelete: 'restrict' }),
  priceMinor: money('price_minor').notNull(),
  feesMinor: money('fees_minor').notNull().default(0),
  outwardMinor: money('outward_minor').notNull().default(0),
  soldOn: text('sold_on').notNull(),
  channel: text('channel').notNull().default(''),
  /** What it stood at, and where it came from. */
  costMinor: money('cost_minor').notNull(),
  donorId: uuid('donor_id').references(() => units.id, { onDelete: 'restrict' }),
  lotId: uuid('lot_id').references(() => lots.id, { onDelete: 'restrict' }),
  byName: text('by_name').notNull(),
  at: at('at').notNull().defaultNow(),
});

/** What machines of a model take, as somebody told it of one of them. */
export const modelSheets = pgTable('model_sheets', {
  /** Maker and model, lower case, with a bar between. */
  model: text('model').primaryKey(),
  takes: jsonb('takes').$type<Record<string, string | number>>().notNull(),
  byName: text('by_name').notNull(),
  at: at('at').notNull().defaultNow(),
});
