import { sql } from 'drizzle-orm';
import { bigint, check, doublePrecision, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { moment } from './columns';
import { units } from './lots.schema';

/**
 * Values on a machine's record: read by an instrument, typed in, claimed by a seller; and what a person says
 * of the bench. Nothing is overwritten: what the machine is now is derived from what stands (`core/record`).
 */
export const recordValues = pgTable(
  'record_values',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    /** A key of the specification, or "bench" with a state as JSON. */
    key: text('key').notNull(),
    basis: text('basis').notNull(),
    value: text('value').notNull(),
    number: doublePrecision('number'),
    origin: text('origin').notNull(),
    by: text('by').notNull(),
    at: moment('at'),
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [
    index('record_values_unit').on(t.unitId, t.id),
    index('record_values_serial')
      .on(sql`lower(${t.value})`)
      .where(sql`key = 'serial'`),
    check('record_values_basis', sql`${t.basis} in ('measured', 'typed', 'claimed')`),
  ],
);
