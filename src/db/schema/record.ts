import { sql } from 'drizzle-orm';
import { bigint, check, doublePrecision, index, pgTable, smallint, text, uuid } from 'drizzle-orm/pg-core';
import { at, moment } from '../columns';
import { units } from './lots';

/** What was observed or tried, in order. A voided row stays; it no longer counts. */
export const observations = pgTable(
  'observations',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<'finding' | 'repair' | 'unanswered'>().notNull(),
    ref: text('ref').notNull(),
    /**
     * Outcome index of a finding; how a repair ended: 1 helped, 0 no change, 2 done with nothing to judge, 3 as a
     * precaution, 4 looked well; 0 of a question with no answer (`outcomeId` says why).
     */
    outcome: smallint('outcome').notNull(),
    /**
     * The outcome by its id, and the catalogue it was given under: an outcome inserted later changes no old
     * answer.
     */
    outcomeId: text('outcome_id'),
    /** Where on the machine, in words a buyer understands: "slot 2", "module B, 4 GB". */
    place: text('place'),
    /** What somebody wrote to it, and the figure in it where it is one: 5.02 in "V". */
    note: text('note'),
    figure: doublePrecision('figure'),
    figureUnit: text('figure_unit'),
    catalogue: text('catalogue'),
    basis: text('basis').notNull().default('typed'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at'),
    eventSeq: bigint('event_seq', { mode: 'number' }),
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [
    index('observations_unit').on(t.unitId, t.id),
    index('observations_unsealed')
      .on(t.id)
      .where(sql`event_seq is null`),
    check('observations_kind', sql`${t.kind} in ('finding', 'repair', 'unanswered')`),
  ],
);

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
    /** Edition of the shape of a value that is JSON: what was written under an earlier one is read as it was. */
    shape: smallint('shape').notNull().default(1),
    number: doublePrecision('number'),
    origin: text('origin').notNull(),
    by: text('by').notNull(),
    at: moment('at'),
    eventSeq: bigint('event_seq', { mode: 'number' }),
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [
    index('record_values_unsealed')
      .on(t.id)
      .where(sql`event_seq is null`),
    index('record_values_unit').on(t.unitId, t.id),
    index('record_values_serial')
      .on(sql`lower(${t.value})`)
      .where(sql`key = 'serial'`),
    check('record_values_basis', sql`${t.basis} in ('measured', 'typed', 'claimed')`),
  ],
);

/** Reports of machines on themselves, as they came in. */
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
    /** The name of the act that took it in. */
    act: text('act').notNull().default(''),
    voidedBy: bigint('voided_by', { mode: 'number' }),
  },
  (t) => [index('reports_unit').on(t.unitId, t.at)],
);
