import { sql } from 'drizzle-orm';
import { bigint, check, index, integer, jsonb, pgTable, real, text, uuid } from 'drizzle-orm/pg-core';
import type { Offered } from '@/core/value/columns';
import type { Learnt } from '@/core/value/learn';
import type { PriceSpec } from '@/core/price/model';
import { at, money } from '../columns';
import { units } from './lots';

/** In its first shape; whatever reads it asks which. */
export interface SaleFigures {
  v: 1;
  /** What the machine was, in the words of the price model. */
  spec: PriceSpec;
  /** Listed as what, asked how much, on which day of the shop; null: nobody knows any more. */
  askedMinor: number | null;
  listedOn: string | null;
  /** What the model said it would fetch like that. */
  foretold: { minor: number; variance: number; version: string };
}

export const sales = pgTable('sales', {
  unitId: uuid('unit_id')
    .primaryKey()
    .references(() => units.id, { onDelete: 'restrict' }),
  priceMinor: money('price_minor').notNull(),
  feesMinor: money('fees_minor').notNull().default(0),
  /** Packing and sending it. */
  outwardMinor: money('outward_minor').notNull().default(0),
  listedAs: text('listed_as').notNull().default('graded'),
  soldOn: text('sold_on').notNull(),
  /** The machine and the reckoning as they were at the sale; the books never change afterwards. */
  ratePerHourMinor: money('rate_per_hour_minor').notNull(),
  attendedMinutes: real('attended_minutes').notNull(),
  /** What those minutes cost. */
  labourMinor: money('labour_minor').notNull(),
  partsMinor: money('parts_minor').notNull(),
  /** Its share of the lot; it stands from here on, whatever comes late. */
  costMinor: money('cost_minor').notNull(),
  /** What it all comes to in the books (`core/ledger`), for lists to be sorted by. */
  profitMinor: money('profit_minor').notNull(),
  grade: text('grade'),
  specification: jsonb('specification').$type<Record<string, string>>().notNull(),
  /**
   * What prices are learnt from: what it was as values, what the model foretold for that, what was asked and since
   * when. Nothing: sold before these were kept.
   */
  figures: jsonb('figures').$type<SaleFigures>(),
  channel: text('channel').notNull().default(''),
  by: text('by').notNull(),
  at: at('at').notNull().defaultNow(),
});

/** A sale as it stood, written down when it is undone. */
export type SoldAs = Omit<typeof sales.$inferSelect, 'unitId' | 'at'> & { at: string };

/** Sales that were undone: cancelled before the machine was handed over, or taken back from its buyer. */
export const saleEndings = pgTable(
  'sale_endings',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => units.id, { onDelete: 'restrict' }),
    kind: text('kind').notNull(),
    sale: jsonb('sale').$type<SoldAs>().notNull(),
    /** Given back to the buyer, and what selling had cost and does not come back. */
    refundMinor: money('refund_minor').notNull(),
    keptMinor: money('kept_minor').notNull(),
    feesMinor: money('fees_minor').notNull(),
    reason: text('reason').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    index('sale_endings_unit').on(t.unitId),
    check('sale_endings_kind', sql`${t.kind} in ('cancelled', 'returned')`),
  ],
);

/** Sales from elsewhere, as they came in a file; or prices that were only asked. Taken back all at once. */
export const pastImports = pgTable(
  'past_imports',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    name: text('name').notNull(),
    kind: text('kind').$type<'sold' | 'asked'>().notNull(),
    rows: integer('rows').notNull(),
    /** How much one of them says beside a sale of the shop's own, 0..1. */
    weight: real('weight').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
    takenBackAt: at('taken_back_at'),
  },
  (t) => [
    check('past_imports_kind', sql`${t.kind} in ('sold', 'asked')`),
    check('past_imports_weight', sql`${t.weight} > 0 and ${t.weight} <= 1`),
  ],
);

export const pastSales = pgTable(
  'past_sales',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    importId: uuid('import_id')
      .notNull()
      .references(() => pastImports.id, { onDelete: 'restrict' }),
    /** Line of its file. */
    line: integer('line').notNull(),
    day: text('day').notNull(),
    priceMinor: money('price_minor').notNull(),
    spec: jsonb('spec').$type<Offered>().notNull(),
    /** What it was called there. */
    called: text('called').notNull().default(''),
  },
  (t) => [index('past_sales_import').on(t.importId)],
);

/** What a model of prices was made of, and how it stands beside what was there before. */
export interface ModelFacts {
  own: number;
  elsewhere: number;
  /** Medians of how far sales lay from what was foretold without them, as a share: learnt, and the table. */
  error: { learnt: number; table: number };
  /** On the sales since the model that stands was made: its error, and this one's on the same. Nothing: none since. */
  since?: { sales: number; before: number; now: number };
  /** Loose parts it learnt from, and how far they were off; nothing: too few were sold. */
  parts?: { sales: number; error: { learnt: number; table: number } };
  /** The house's table it was learnt over, as text in short; nothing: learnt before that was kept. */
  over?: string;
  /** Sales left out because they cannot be one of the others, as they stood when it was made. */
  outliers?: SaleLeftOut[];
}

/** A sale that was left out, where it is found, and what one like it would have fetched. */
export interface SaleLeftOut {
  /** Tag of the unit, or its file and line. */
  at: string;
  unit: string | null;
  called: string;
  day: string;
  minor: number;
  expectedMinor: number;
}

/** Models of prices, one made of each fit; the newest that is kept is reckoned with. None is overwritten. */
export const priceModels = pgTable(
  'price_models',
  {
    version: integer('version').primaryKey().generatedAlwaysAsIdentity(),
    state: text('state').$type<'proposed' | 'kept' | 'refused'>().notNull(),
    /** Nothing: back to the house's table. */
    learnt: jsonb('learnt').$type<Learnt>(),
    facts: jsonb('facts').$type<ModelFacts>().notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at').notNull().defaultNow(),
    keptAt: at('kept_at'),
  },
  (t) => [
    index('price_models_kept').on(t.keptAt),
    check('price_models_state', sql`${t.state} in ('proposed', 'kept', 'refused')`),
  ],
);
