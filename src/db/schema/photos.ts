import { sql } from 'drizzle-orm';
import { bigint, boolean, check, customType, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at } from '../columns';
import { units } from './lots';
import type { PhotoRole } from '@/core/record/photos';
import { observations } from './record';

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
    /** What it is taken for: before, after, defect, connector, screen, label; empty: nothing said. */
    role: text('role').$type<PhotoRole | ''>().notNull().default(''),
    /** What it is of: "zone:keys", "layer:2", "work:<id>", "part:<id>"; empty: the machine. */
    about: text('about').notNull().default(''),
    /** Chosen for passport and listing. */
    onPapers: boolean('on_papers').notNull().default(false),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Where its bytes lie: here, or in the store of objects under its id. */
    stored: text('stored').$type<'database' | 'objects'>().notNull().default('database'),
    bytes: bytea('bytes'),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('photos_unit').on(t.unitId, t.at),
    check('photos_size', sql`octet_length(${t.bytes}) <= 409600`),
    check('photos_stored', sql`(${t.stored} = 'database') = (${t.bytes} is not null)`),
  ],
);
