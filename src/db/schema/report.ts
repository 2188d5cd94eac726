import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at } from '../columns';
import { units } from './lots';

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
