import { sql } from 'drizzle-orm';
import { bigint, check, customType, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at } from './columns';
import { units } from './lots.schema';
import { observations } from './record.schema';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

export const photos = pgTable(
  'photos',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    /** The answer it shows. */
    observation: bigint('observation', { mode: 'number' }).references(() => observations.id),
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
