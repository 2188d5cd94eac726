import { sql } from 'drizzle-orm';
import {
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
import { at, moment, money } from './columns';
import { lots, units } from './lots.schema';

/** A removable identifiable part. Where it is: its last movement, repeated here for reading. */
export const components = pgTable(
  'components',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    code: text('code').notNull().unique(),
    class: text('class').notNull(),
    name: text('name').notNull(),
    serial: text('serial').notNull().default(''),
    attributes: jsonb('attributes').$type<Record<string, string | number>>().notNull().default({}),
    costMinor: money('cost_minor').notNull().default(0),
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
    index('components_serial').on(t.class, t.serial),
    index('components_place').on(t.place, t.class),
    check('components_place_known', sql`${t.place} in ('unit', 'bin', 'sold', 'scrap', 'returned')`),
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
    at: moment('at'),
  },
  (t) => [
    primaryKey({ columns: [t.componentId, t.n] }),
    index('movements_to').on(t.toPlace),
    index('movements_from').on(t.fromPlace),
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
