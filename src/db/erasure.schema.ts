import { sql } from 'drizzle-orm';
import { check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { moment } from './columns';
import { components } from './components.schema';
import { units } from './lots.schema';

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
    check('erasures_kind', sql`${t.kind} in ('erased', 'returned', 'destroyed', 'never', 'used')`),
  ],
);
